// The checked library for tests: what `npm run library` wrote, or straight from the YAML where nobody built it or it changed since.
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { unpackLibrary, type Library, type PackedLibrary } from '../knowledge';
import { buildLibrary, readSources } from '../../library/assemble';

const folder = join(__dirname, '../../library');
const built = join(folder, 'generated', 'library.json');

/** Whether the built library is newer than every file it is made from. */
function fresh(): boolean {
  if (!existsSync(built)) return false;
  const since = statSync(built).mtimeMs;
  const newest = (dir: string): number =>
    Math.max(
      ...readdirSync(dir, { withFileTypes: true })
        .filter((entry) => entry.name !== 'generated' && (entry.isDirectory() || /\.(yaml|ts)$/.test(entry.name)))
        .map((entry) => (entry.isDirectory() ? newest(join(dir, entry.name)) : statSync(join(dir, entry.name)).mtimeMs)),
      0,
    );
  return Math.max(newest(folder), newest(join(__dirname, '../knowledge'))) < since;
}

function fromYaml(): Library {
  const { library, problems } = buildLibrary(readSources(folder));
  if (problems.length > 0) throw new Error(problems.map((p) => `${p.file}: ${p.field}: ${p.message}`).join('\n'));
  return library;
}

/** The library as it stands in this checkout. */
export const testLibrary: Library = fresh() ? unpackLibrary(JSON.parse(readFileSync(built, 'utf8')) as PackedLibrary) : fromYaml();
