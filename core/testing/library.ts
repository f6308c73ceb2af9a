// The checked library for tests, straight from the YAML.
import { join } from 'node:path';
import type { Library } from '../knowledge';
import { buildLibrary, readSources } from '../../library/assemble';

const { library, problems } = buildLibrary(readSources(join(__dirname, '../../library')));
if (problems.length > 0) throw new Error(problems.map((p) => `${p.file}: ${p.field}: ${p.message}`).join('\n'));

/** The library as it stands in this checkout. */
export const testLibrary: Library = library;
