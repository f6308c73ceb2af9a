import type { NameFinder } from '../naming/names/names';
import { parseCsv } from './csv';

// Local lists of kinds: what a town plants, watches, fights, protects. A table with a name and a list in each row, as towns publish it.

export const KIND_LISTS = ['approved', 'watched', 'invasive', 'rare', 'protected'] as const;
export type KindList = (typeof KIND_LISTS)[number];

/** Words towns use for each list. */
const WORDS: Readonly<Record<KindList, RegExp>> = {
  approved: /^(approved?|allowed|recommended|permitted|suitable|planting( list)?)$/i,
  watched: /^(watch(ed)?( ?list)?|monitored?|caution)$/i,
  invasive: /^(invasive|banned|prohibited|not allowed|noxious|weed)$/i,
  rare: /^(rare|threatened|endangered|red list(ed)?)$/i,
  protected: /^(protect(ed)?|heritage|preserved?)$/i,
};
const NAME_HEADER = /^(name|species|taxon|kind|tree|scientific name|botanical name|latin name)$/i;
const LIST_HEADER = /^(list|status|category|class)$/i;

export interface KindListsRead {
  lists: Record<KindList, string[]>;
  /** Rows that came to nothing, each with its line and why. */
  problems: { line: number; text: string; reason: string }[];
}

const none = (): Record<KindList, string[]> => ({ approved: [], watched: [], invasive: [], rare: [], protected: [] });

/**
 * Reads local lists from a CSV text: every row becomes an entry of a list or a problem with its line and reason.
 * @throws Error with a sentence where the table has no column for names or for lists
 */
export function readKindLists(text: string, names: NameFinder): KindListsRead {
  const { headers, rows, lines, problem } = parseCsv(text);
  if (problem) throw new Error(problem);
  const nameAt = headers.findIndex((header) => NAME_HEADER.test(header));
  const listAt = headers.findIndex((header) => LIST_HEADER.test(header));
  if (nameAt < 0) throw new Error('No column holds the names; call one of them "name".');
  if (listAt < 0) throw new Error('No column says which list a kind stands in; call one of them "list".');
  const lists = none();
  const problems: KindListsRead['problems'] = [];
  rows.forEach((row, i) => {
    const written = (row[nameAt] ?? '').trim();
    const said = (row[listAt] ?? '').trim();
    const bad = (reason: string) => problems.push({ line: lines[i] ?? i + 2, text: written, reason });
    if (written === '') return bad('no name');
    const list = KIND_LISTS.find((one) => WORDS[one].test(said));
    if (!list) return bad(`"${said}" is not a list. Use one of: ${KIND_LISTS.join(', ')}`);
    const answer = names.resolve(written);
    if (answer.kind === 'ambiguous') return bad('means more than one species; use the scientific name');
    if (answer.taxon === null) return bad('no species in the library has this name');
    if (!lists[list].includes(answer.taxon)) lists[list].push(answer.taxon);
  });
  return { lists, problems };
}
