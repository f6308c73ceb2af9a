import { assess, assessRequest, toAssessInput } from '@dendrix/core/condition';
import { read, Refusal } from '@dendrix/core/contracts';
import { identify, identifyRequest, nameFinder, tellApart, toAnswer } from '@dendrix/core/identify';
import { nearest } from '@dendrix/core/knowledge';
import { measure } from '@dendrix/core/measure';
import { loadLibrary } from '@dendrix/library';
import { importList } from './import';
import { print, readJson, UsageError } from './io';

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

export const commands: ReadonlyMap<string, Command> = new Map<string, Command>([
  [
    'identify',
    (args) => {
      print(toAnswer(identify(loadLibrary(), read(identifyRequest, readJson(args)))));
      return 0;
    },
  ],
  [
    'names',
    (args) => {
      const query = args.join(' ').trim();
      if (query === '') throw new UsageError('names needs a query, such as: dendrix names sycamore');
      const answer = nameFinder(loadLibrary()).resolve(query);
      print({ query: answer.query, kind: answer.kind, taxon: answer.taxon, infraspecific: answer.infraspecific, taxa: answer.hits });
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
      print(measure(readJson(args)));
      return 0;
    },
  ],
  [
    'assess',
    (args) => {
      const library = loadLibrary();
      print(assess(library, toAssessInput(library, read(assessRequest, readJson(args)))));
      return 0;
    },
  ],
  ['import', importList],
]);
