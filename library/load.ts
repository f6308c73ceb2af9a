// The library for Node: read from generated/library.json, built first when the YAML is newer.
import { existsSync, readFileSync, statSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { unpackLibrary, type Library, type PackedLibrary } from '@dendrix/core/knowledge';
import { GENERATED, LEADING, LIBRARY_DIR, writeLibrary } from './build';

const newest = (dir: string): number =>
  Math.max(
    ...readdirSync(dir, { withFileTypes: true }).map((entry) => {
      if (entry.name === 'generated') return 0;
      const path = join(dir, entry.name);
      return entry.isDirectory() ? Math.max(newest(path), statSync(path).mtimeMs) : statSync(path).mtimeMs;
    }),
  );

let loaded: Library | undefined;

/** The checked library. @throws Error listing what is wrong when the YAML was changed and has problems */
export function loadLibrary(): Library {
  if (loaded) return loaded;
  const fresh = existsSync(GENERATED) && existsSync(LEADING) && statSync(GENERATED).mtimeMs >= newest(LIBRARY_DIR);
  loaded = fresh ? unpackLibrary(JSON.parse(readFileSync(GENERATED, 'utf8')) as PackedLibrary) : writeLibrary();
  return loaded;
}
