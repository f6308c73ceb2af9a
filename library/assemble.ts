// From YAML text to a checked library: pure but for reading the files of a folder.
// Every problem names its file and field and the valid words, so that an arborist can mend it without reading code.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse, YAMLParseError } from 'yaml';
import { z } from 'zod';
import {
  agentSchema,
  crossCheck,
  districtSchema,
  generaSchema,
  growthFactor,
  nameMeaning,
  signSchema,
  taxonSchema,
  traitSchema,
  type Library,
  type LibraryProblem,
} from '@dendrix/core/knowledge';
import { pathWords } from '@dendrix/core/problem';

/** A file's text by its path below the library folder. */
export type Sources = Map<string, string>;

/** Reads every YAML file of the library. */
export function readSources(dir: string): Sources {
  const files = ['traits.yaml', 'names.yaml', 'growth-factors.yaml', 'genera.yaml'];
  for (const folder of ['taxa', 'signs', 'agents', 'districts']) {
    for (const file of readdirSync(join(dir, folder)).sort()) if (file.endsWith('.yaml')) files.push(`${folder}/${file}`);
  }
  return new Map(files.map((file) => [file, readFileSync(join(dir, file), 'utf8')]));
}

/** Hash of the text and so of the knowledge; stored with each judgement. */
export function versionOf(sources: Sources): string {
  const hash = createHash('sha256');
  for (const [file, text] of sources) hash.update(file).update('\0').update(text).update('\0');
  return hash.digest('hex').slice(0, 12);
}

/** Texts read before, by text: whoever builds the library again with one file changed reads only that. */
const known = new Map<string, unknown>();
function parsed(text: string): unknown {
  if (!known.has(text)) known.set(text, parse(text));
  return known.get(text);
}

/** Builds the library from its sources; problems are returned, never thrown. */
export function buildLibrary(sources: Sources): { library: Library; problems: LibraryProblem[] } {
  const problems: LibraryProblem[] = [];
  const files = new Map<object, string>();

  const readOne = <S extends z.ZodType>(file: string, schema: S): z.output<S>[] => {
    let value: unknown;
    try {
      value = parsed(sources.get(file) ?? '');
    } catch (error) {
      const where = error instanceof YAMLParseError ? `line ${error.linePos?.[0].line ?? '?'}` : 'text';
      problems.push({ file, field: where, message: (error as Error).message.split('\n')[0] ?? 'not YAML' });
      return [];
    }
    const result = schema.safeParse(value);
    if (!result.success) {
      for (const issue of result.error.issues) problems.push({ file, field: pathWords(issue.path), message: issue.message });
      return [];
    }
    if (typeof result.data === 'object' && result.data !== null) files.set(result.data, file);
    return [result.data];
  };
  const readFolder = <S extends z.ZodType>(folder: string, schema: S) =>
    [...sources.keys()].filter((file) => file.startsWith(`${folder}/`)).flatMap((file) => readOne(file, schema));

  const library: Library = {
    version: versionOf(sources),
    traits: readOne('traits.yaml', z.array(traitSchema))[0] ?? [],
    growthFactors: readOne('growth-factors.yaml', z.array(growthFactor))[0] ?? [],
    genera: readOne('genera.yaml', generaSchema)[0] ?? {},
    names: readOne('names.yaml', z.array(nameMeaning))[0] ?? [],
    taxa: readFolder('taxa', taxonSchema),
    signs: readFolder('signs', signSchema),
    agents: readFolder('agents', agentSchema),
    districts: readFolder('districts', districtSchema),
  };
  library.taxa.sort((a, b) => a.name.localeCompare(b.name));
  if (problems.length === 0) problems.push(...crossCheck(library, (record) => files.get(record) ?? '?'));
  return { library, problems };
}
