import type { TreeBrief } from '../contracts/api';
import type { Library } from '../knowledge';

// Finding a tree by what somebody types: its tag, its street, its name, or several of them, in any order. The server looks the words up
// in its indexes, the phone in what it holds; both take them to mean the same.

/** A tag as it is typed: letters and digits, capital. */
export const tagKeyOf = (text: string): string => text.replace(/[^\p{L}\p{N}]+/gu, '').toUpperCase();

const folded = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase();

const wordsOf = (text: string): string[] => folded(text).split(/\s+/).filter(Boolean);

/** What some words may mean together: of these kinds, in these streets; null where they say nothing of it. */
export interface Match {
  taxa: string[] | null;
  streets: string[] | null;
}

/** Something that can be found by the beginnings of its words. */
export interface Findable {
  name: string;
  parts: readonly string[];
}

const partsOf = (text: string): string[] => folded(text).split(/[^\p{L}\p{N}×]+/u);

/** @param says every word it can be found by; its name where not given */
export const findable = (name: string, says = name): Findable => ({ name, parts: partsOf(says) });

/** The kinds of the library by their scientific and everyday names. */
export const findableKinds = (library: Pick<Library, 'taxa'>): Findable[] =>
  library.taxa.map(({ name, commonNames }) => findable(name, [name, ...commonNames.map((common) => common.name)].join(' ')));

const begins = (parts: readonly string[], word: string): boolean => parts.some((part) => part.startsWith(word));

/** More words than that are no search. */
const MOST_WORDS = 5;

/**
 * The ways in which words can be read as kinds and streets: each word belongs to the one or the other, and every reading that something
 * answers to is given. "oak ferry" is oaks of Ferry Street; it is also a street of both words, if there is one.
 */
export function matchOf(text: string, kinds: readonly Findable[], streets: readonly Findable[]): Match[] {
  const words = wordsOf(text).slice(0, MOST_WORDS);
  if (words.length === 0) return [];
  const met = (all: readonly Findable[]) => words.map((word) => new Set(all.filter(({ parts }) => begins(parts, word))));
  const [kindsOf, streetsOf] = [met(kinds), met(streets)];
  const common = (sets: readonly ReadonlySet<Findable>[]): string[] | null => {
    const [first, ...rest] = sets;
    return first === undefined ? null : [...first].filter((one) => rest.every((set) => set.has(one))).map(({ name }) => name);
  };
  const matches: Match[] = [];
  for (let split = 0; split < 2 ** words.length; split++) {
    const isKind = (i: number) => (split & (1 << i)) !== 0;
    const taxa = common(kindsOf.filter((_set, i) => isKind(i)));
    const places = common(streetsOf.filter((_set, i) => !isKind(i)));
    if (taxa?.length === 0 || places?.length === 0) continue;
    // The shortest is the one whose name is nearly typed whole.
    matches.push({ taxa, streets: places?.sort((a, b) => a.length - b.length || a.localeCompare(b)) ?? null });
  }
  return matches;
}

const everyBegins = (parts: readonly string[], words: readonly string[]): boolean => words.every((word) => begins(parts, word));

/** Searches trees that are at hand. @param common the everyday name of a kind */
export function findAmong<T extends Pick<TreeBrief, 'tag' | 'place' | 'taxon' | 'writtenName'>>(
  trees: readonly T[],
  text: string,
  common: (taxon: string | null) => string,
): T[] {
  const words = wordsOf(text);
  const key = tagKeyOf(text);
  if (words.length === 0) return [...trees];
  return trees.filter(
    (tree) =>
      (key !== '' && tagKeyOf(tree.tag).startsWith(key)) ||
      everyBegins(partsOf([tree.tag, tree.place, tree.taxon ?? '', common(tree.taxon), tree.writtenName ?? ''].join(' ')), words),
  );
}
