import { z } from 'zod';
import { agreement, observersOf } from '@dendrix/core/agreement';
import { assess, assessRequest, toAssessInput } from '@dendrix/core/judging';
import { read, Refusal } from '@dendrix/core/problem';
import { hardlySplit, identify, identifyRequest, modelOf, nameFinder, recordWeaknesses, tellApart, toAnswer } from '@dendrix/core/naming';
import { coverage, coverageOf, nearest } from '@dendrix/core/knowledge';
import { measure } from '@dendrix/core/measuring';
import { dayRound } from '@dendrix/core/planning/day-round';
import { loadLibrary } from '@dendrix/library';
import { importList } from './import';
import { parseOptions, print, readRequests, UsageError } from './io';
import { utcDay } from '@dendrix/core/time';

/** One line of `names --in`. */
const namesRequest = z.strictObject({ query: z.string().min(1) });

type Command = (args: readonly string[]) => number | Promise<number>;

/** The taxon a person means: accepted name, synonym or common name. @throws Refusal or UsageError when it is none, or several */
function taxonNamed(words: string): string {
  const answer = nameFinder(loadLibrary()).resolve(words);
  const held = answer.hits.filter((hit) => hit.held);
  if (answer.taxon && held.some((hit) => hit.taxon === answer.taxon)) return answer.taxon;
  if (held.length > 1) throw new UsageError(`"${words}" can mean ${held.map((hit) => hit.taxon).join(' or ')}; give the scientific name`);
  throw new Refusal('unknown-taxon', 'taxon', {
    word: words,
    nearest:
      nearest(
        words,
        loadLibrary().taxa.map((t) => t.name),
      ) ?? 'none',
  });
}

/** Answers one request, or a batch line by line; a bad line gets its sentence in its place and the whole exits with 2. */
function batch(args: readonly string[], answer: (value: unknown) => unknown): number {
  const requests = readRequests(args);
  if ('one' in requests) {
    print(answer(requests.one));
    return 0;
  }
  let bad = 0;
  for (const row of requests.lines) {
    try {
      if ('problem' in row) throw new UsageError(row.problem);
      print(answer(row.value));
    } catch (error) {
      if (!(error instanceof Refusal) && !(error instanceof UsageError)) throw error;
      bad++;
      print({ line: row.line, error: error.message });
    }
  }
  if (bad > 0)
    process.stderr.write(`dendrix: ${bad} of ${requests.lines.length} lines could not be answered; each says why in its place\n`);
  return bad > 0 ? 2 : 0;
}

function coverageOfOne(name: string) {
  const library = loadLibrary();
  const taxon = library.taxa.find((t) => t.name === name);
  return taxon ? { ...coverageOf(library, taxon), weak: recordWeaknesses(library, taxon) } : null;
}

/** What the whole library holds and where it is thin: the thinnest first, full records counted but not listed. */
function coverageOfAll() {
  const library = loadLibrary();
  const all = coverage(library);
  const builds = [...new Set(all.map((c) => c.build))].sort();
  return {
    taxa: all.length,
    full: all.filter((c) => c.weak.length === 0).length,
    byBuild: builds.map((build) => {
      const held = all.filter((c) => c.build === build).map((c) => c.held);
      return {
        build,
        taxa: held.length,
        fewestTraits: Math.min(...held),
        meanTraits: Number((held.reduce((a, b) => a + b, 0) / held.length).toFixed(1)),
      };
    }),
    thin: all.filter((c) => c.weak.length > 0),
    hardlySplit: hardlySplit(modelOf(library)),
  };
}

export const commands: ReadonlyMap<string, Command> = new Map<string, Command>([
  [
    'identify',
    (args) => {
      const library = loadLibrary();
      const answer = (value: unknown) => toAnswer(identify(library, read(identifyRequest, value)));
      return batch(args, answer);
    },
  ],
  [
    'names',
    (args) => {
      const finder = nameFinder(loadLibrary());
      const meanings = (query: string) => {
        const answer = finder.resolve(query);
        return { query: answer.query, kind: answer.kind, taxon: answer.taxon, infraspecific: answer.infraspecific, taxa: answer.hits };
      };
      if (args[0]?.startsWith('--in')) return batch(args, (value) => meanings(read(namesRequest, value).query));
      const query = args.join(' ').trim();
      if (query === '') throw new UsageError('names needs a query, such as: dendrix names sycamore');
      print(meanings(query));
      return 0;
    },
  ],
  [
    'tell-apart',
    (args) => {
      if (args.length < 2)
        throw new UsageError('tell-apart needs two or more taxa, in quotes: dendrix tell-apart "Tilia cordata" "Tilia americana"');
      const taxa = args.map(taxonNamed);
      if (new Set(taxa).size < 2) throw new UsageError('tell-apart needs two different taxa');
      const marks = tellApart(loadLibrary(), taxa).map(({ trait, power, shows, words }) => ({
        trait: trait.id,
        line: trait.line,
        power: Number(power.toFixed(3)),
        shows,
        words,
      }));
      print({ taxa, marks });
      return 0;
    },
  ],
  [
    'traits',
    () => {
      print(loadLibrary().traits);
      return 0;
    },
  ],
  [
    'taxa',
    (args) => {
      const library = loadLibrary();
      const options = parseOptions(args, { coverage: 'flag', unread: 'flag' });
      if (options.flags.has('unread')) {
        print(library.taxa.filter((taxon) => taxon.readAgain === undefined).map(({ name, source }) => ({ name, source })));
        return 0;
      }
      if (options.flags.has('coverage')) {
        print(options.rest.length > 0 ? coverageOfOne(taxonNamed(options.rest.join(' '))) : coverageOfAll());
        return 0;
      }
      if (args.length > 0) {
        const name = taxonNamed(args.join(' '));
        print(library.taxa.find((taxon) => taxon.name === name));
        return 0;
      }
      print(
        library.taxa.map(({ name, author, family, rank, commonNames, evergreen, traits }) => ({
          name,
          author,
          family,
          rank,
          commonNames: commonNames.map((c) => c.name),
          evergreen,
          traits: Object.keys(traits).length,
        })),
      );
      return 0;
    },
  ],
  [
    'measure',
    (args) => {
      const { growthFactors, taxa } = loadLibrary();
      const known = { growthFactors, taxa: taxa.map((taxon) => taxon.name) };
      return batch(args, (value) => measure(value, known));
    },
  ],
  [
    'assess',
    (args) => {
      const library = loadLibrary();
      return batch(args, (value) => assess(library, toAssessInput(library, read(assessRequest, value), utcDay(new Date()))));
    },
  ],
  ['agreement', (args) => batch(args, agreement)],
  ['observers', (args) => batch(args, observersOf)],
  ['round', (args) => batch(args, (value) => dayRound(value))],
  ['import', importList],
]);
