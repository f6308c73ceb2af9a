// Writes generated/library.json, which the app fetches and the other rooms read, and the part of it that a first screen needs.
import { mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { LEAF_TRAITS } from '@dendrix/core/figures';
import { packLeading, packLibrary, type Library } from '@dendrix/core/knowledge';
import { buildLibrary, readSources, type Sources } from './assemble';

export const LIBRARY_DIR = dirname(fileURLToPath(import.meta.url));

export const GENERATED = join(LIBRARY_DIR, 'generated', 'library.json');
/** What a first screen needs of it. */
export const LEADING = join(LIBRARY_DIR, 'generated', 'leading.json');

/** Builds and writes the library. @throws Error listing every problem when there is one */
export function writeLibrary(sources: Sources = readSources(LIBRARY_DIR)): Library {
  const { library, problems } = buildLibrary(sources);
  if (problems.length > 0) {
    const lines = problems.map((p) => `  library/${p.file}: ${p.field}: ${p.message}`);
    throw new Error(`The library has ${problems.length} problem${problems.length === 1 ? '' : 's'}:\n${lines.join('\n')}`);
  }
  mkdirSync(dirname(GENERATED), { recursive: true });
  writeFileSync(GENERATED, JSON.stringify(packLibrary(library)));
  writeFileSync(LEADING, JSON.stringify(packLeading(library, LEAF_TRAITS)));
  return library;
}

if (process.argv[1] && fileURLToPath(import.meta.url) === process.argv[1]) {
  try {
    const library = writeLibrary();
    console.log(
      `Library ${library.version}: ${library.taxa.length} taxa, ${library.traits.length} traits, ${library.signs.length} signs, ${library.agents.length} agents.`,
    );
  } catch (error) {
    console.error((error as Error).message);
    process.exit(1);
  }
}
