import { genusOf, type Library, type Taxon } from '../../knowledge';
import { nearWords } from './near-words';
import { PLACE_WORDS } from './place-words';

/** One taxon a name can mean. */
export interface NameHit {
  /** Accepted name; may be a genus when that is all the words say. */
  taxon: string;
  /** Whether the library holds a record of it. */
  held: boolean;
  /** The name that matched, as written in the library. */
  matched: string;
  as: 'accepted name' | 'synonym' | 'common name' | 'genus' | 'family';
  /** Where the common name is used in this sense. */
  where?: string;
  note?: string;
  /** 0 for an exact match, else the number of letters off, over the length. */
  off: number;
}

export interface NameAnswer {
  query: string;
  /** Best first; several exact ones mean the name is ambiguous. */
  hits: NameHit[];
  /** The one taxon the words mean, or null when they are ambiguous or unknown. */
  taxon: string | null;
  kind: 'one' | 'ambiguous' | 'misspelt' | 'genus' | 'unknown';
  /** Cultivar or race written beside the name, kept as written. */
  infraspecific: string | null;
}

export interface NameFinder {
  /** What a text can mean, with misspellings allowed. */
  resolve(text: string): NameAnswer;
  /** Names that begin with, or hold a word that begins with, the letters typed so far. */
  suggest(typed: string, limit?: number): NameHit[];
}

/** Share of letters that may be wrong in a misspelt name. */
const MISSPELT = 0.2;

/** Words that say nothing about which tree. */
const EMPTY_WORDS = new Set(['tree', 'of', 'the', 'common', 'a']);

/** Trees that share one word of their names; above it the word is an adjective and not a name. */
const MANY = 4;

/** Letters only, lower case, accents and hybrid signs dropped, spaces single; "Ácer  ×Platanoides" and "acer platanoides" agree. */
export function normalName(text: string): string {
  return text
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .toLowerCase()
    .replace(/[×✕]/g, ' ')
    .replace(/(^|\s)x(?=\s)/g, ' ')
    .replace(/[^a-z ]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

/** Splits off a cultivar in quotes or after cv., and a variety, form or subspecies. */
export function splitInfraspecific(text: string): { base: string; infraspecific: string | null } {
  const quoted = /['‘’"“”]([^'‘’"“”]+)['‘’"“”]/.exec(text);
  if (quoted?.[1]) {
    return { base: text.replace(quoted[0], ' ').trim(), infraspecific: `'${quoted[1].trim()}'` };
  }
  const ranked = /\s(cv|var|f|subsp|ssp)\.\s*(\S+(?:\s[A-Z]\S+)*)/.exec(text);
  if (ranked?.[1] && ranked[2]) {
    return {
      base: text.replace(ranked[0], ' ').trim(),
      infraspecific: ranked[1] === 'cv' ? `'${ranked[2]}'` : `${ranked[1]}. ${ranked[2]}`,
    };
  }
  return { base: text.trim(), infraspecific: null };
}

/** Endings that say a name stops at the genus: "Acer sp.", "maple species". */
const withoutSpeciesWord = (text: string) => text.replace(/\s+(sp|spp|species)\.?$/i, '');

/** A word at the end that says only that it is one: "olive tree", "fringe bush". */
const withoutTree = (key: string) => key.replace(/ (tree|trees|bush|shrub)$/, '');

interface Entry extends Omit<NameHit, 'off'> {
  key: string;
  /** False for a name of older books. */
  inUse?: boolean;
}

/** Which kind of name comes first among those that match equally well. */
const AS_ORDER = { 'accepted name': 0, 'common name': 0.5, synonym: 2, genus: 1, family: 4 } as const;
/** How far a tree that is common here moves up among names that match equally well; less than the step between kinds of match. */
const RARITY_WEIGHT = 6;

/**
 * How a typed text meets a name: 0 the name begins so, 1 a later word of it does, 2 its words begin with the letters in turn
 * ("qru" for Quercus rubra, "tico" for Tilia cordata), or null. Genus and epithet typed in part ("ti co") count as a beginning.
 */
function placeOf(entry: Entry, key: string): number | null {
  if (entry.key.startsWith(key)) return 0;
  const words = entry.key.split(' ');
  const parts = key.split(' ');
  if (parts.length > 1 && parts.length <= words.length && parts.every((part, i) => words[i]?.startsWith(part))) return 0;
  if (entry.key.includes(` ${key}`)) return 1;
  if (parts.length > 1 || words.length < 2) return null;
  const [first = '', second = ''] = words;
  for (let i = 1; i < key.length; i++) if (first.startsWith(key.slice(0, i)) && second.startsWith(key.slice(i))) return 2;
  return null;
}

function entriesOf(library: Library): Entry[] {
  const held = new Set(library.taxa.map((taxon) => taxon.name));
  const entries: Entry[] = [];
  const add = (matched: string, hit: Omit<Entry, 'key' | 'matched'>) => entries.push({ key: normalName(matched), matched, ...hit });
  const ofTaxon = (taxon: Taxon) => {
    add(taxon.name, { taxon: taxon.name, held: true, as: 'accepted name' });
    // Dropping the author or the second half of a hybrid sign is how people write; the epithet alone is too little.
    add(`${taxon.name} ${taxon.author}`, { taxon: taxon.name, held: true, as: 'accepted name' });
    for (const synonym of taxon.synonyms) {
      add(synonym, { taxon: taxon.name, held: true, as: 'synonym' });
      // Older books write three words without a rank between them.
      const bare = synonym.replace(/ (var|subsp|f)\. /, ' ');
      if (bare !== synonym) add(bare, { taxon: taxon.name, held: true, as: 'synonym' });
    }
    for (const { name, where, note } of taxon.commonNames) add(name, { taxon: taxon.name, held: true, as: 'common name', where, note });
    for (const family of [taxon.family, taxon.formerFamily]) {
      if (family) add(family, { taxon: taxon.name, held: true, as: 'family', note: family === taxon.family ? undefined : 'former family' });
    }
  };
  library.taxa.forEach(ofTaxon);
  for (const genus of new Set(library.taxa.map((taxon) => genusOf(taxon.name)))) add(genus, { taxon: genus, held: false, as: 'genus' });
  for (const { name, means } of library.names) {
    for (const { taxon, where, inUse } of means) add(name, { taxon, held: held.has(taxon), as: 'common name', where, inUse });
  }
  return entries;
}

function distinct(hits: readonly NameHit[]): NameHit[] {
  const seen = new Set<string>();
  return hits.filter((hit) => (seen.has(hit.taxon) ? false : seen.add(hit.taxon)));
}

/** Looks entries up by the words each goes under; in the order in which they stand. */
function indexed(entries: readonly Entry[], wordsOf: (entry: Entry) => Iterable<string>): (word: string) => readonly Entry[] {
  const index = new Map<string, Entry[]>();
  for (const entry of entries) {
    for (const word of wordsOf(entry)) {
      const list = index.get(word);
      if (list) list.push(entry);
      else index.set(word, [entry]);
    }
  }
  return (word) => index.get(word) ?? [];
}

/**
 * Makes the finder of a library's names: accepted names, synonyms, common names, genera and old families.
 * @param commonness how common taxa are where the finder is used, 0 to 1; among equal matches the common ones come first
 */
export function nameFinder(library: Library, commonness: ReadonlyMap<string, number> = new Map()): NameFinder {
  const entries = entriesOf(library);
  const byKey = new Map<string, Entry[]>();
  for (const entry of entries) byKey.set(entry.key, [...(byKey.get(entry.key) ?? []), entry]);
  const near = nearWords([...byKey.keys()]);
  const inUse = entries.filter((entry) => entry.as === 'common name' && entry.inUse !== false);
  const withWord = indexed(inUse, ({ key }) => new Set(key.split(' ')));
  const withLastWord = indexed(inUse, ({ key }) => [key.slice(key.lastIndexOf(' ') + 1)]);
  const byJoined = new Map<string, NameHit[]>();
  for (const { key, ...hit } of entries) {
    const joined = key.replaceAll(' ', '');
    byJoined.set(joined, [...(byJoined.get(joined) ?? []), { ...hit, off: 0 }]);
  }
  const vocabulary = new Set(entries.flatMap(({ key, as }) => (as === 'common name' ? key.split(' ') : [])));
  const held = new Set(library.taxa.map((taxon) => taxon.name));
  const genera = new Set(library.taxa.map((taxon) => genusOf(taxon.name)));
  const regionsOf = new Map(library.taxa.map(({ name, where }) => [name, [...where.native, ...where.naturalised]]));
  const alone = new Set(
    library.taxa.filter((taxon) => library.taxa.every((t) => t === taxon || genusOf(t.name) !== genusOf(taxon.name))).map((t) => t.name),
  );

  const hitsAt = (key: string, off: number): NameHit[] => (byKey.get(key) ?? []).map(({ key: _key, ...hit }) => ({ ...hit, off }));

  function close(key: string): NameHit[] {
    const { slips, found } = near(key, Math.max(1, Math.floor(key.length * MISSPELT)));
    return found.flatMap((candidate) => hitsAt(candidate, slips / key.length));
  }

  /** Abbreviated genus, as in "A. platanoides" or "T. cordata". */
  function abbreviated(text: string): NameHit[] {
    const match = /^([A-Z])\.\s*(?:[×x]\s*)?([a-z-]{3,})$/.exec(text.trim());
    if (!match) return [];
    return library.taxa
      .filter((taxon) => taxon.name.startsWith(match[1] as string) && taxon.name.endsWith(` ${match[2]}`))
      .map((taxon) => ({ taxon: taxon.name, held: true, matched: taxon.name, as: 'accepted name' as const, off: 0 }));
  }

  /** Common names in use today that end in the words typed ("spruce", "pagoda tree"), or hold them all ("blue cedar" in "blue Atlas cedar"). */
  function partly(key: string, how: 'ends' | 'holds'): NameHit[] {
    const words = key.split(' ').filter((word) => !EMPTY_WORDS.has(word));
    if (words.length === 0) return [];
    const [first = ''] = words;
    return (how === 'ends' ? withLastWord : withWord)(how === 'ends' ? (key.split(' ').at(-1) ?? '') : first)
      .filter((entry) => {
        if (how === 'ends') return entry.key.endsWith(` ${key}`);
        const held = entry.key.split(' ');
        return words.every((word) => held.includes(word));
      })
      .map(({ key: _key, ...hit }) => ({ ...hit, off: 0 }));
  }

  /** The kinds a name as wide as a genus can mean, the genus itself first. */
  function kindsOf(hit: NameHit): NameHit[] {
    if (held.has(hit.taxon)) return [hit];
    const kinds = library.taxa.filter((taxon) => genusOf(taxon.name) === hit.taxon);
    return [hit, ...kinds.map((taxon) => ({ ...hit, taxon: taxon.name, held: true, as: 'genus' as const }))];
  }

  /**
   * What a name means when its first words are taken for adjectives: "Canadian red pine", "American basswood", "lowland white fir".
   * A word of place keeps the kinds that grow there, where there are any. It is always asked, never answered.
   */
  function withFewerWords(key: string): NameHit[] {
    const words = key.split(' ');
    for (let i = 1; i < words.length; i++) {
      const rest = words.slice(i).join(' ');
      if (EMPTY_WORDS.has(rest)) break;
      const found = distinct([...hitsAt(rest, 0), ...(byJoined.get(rest.replaceAll(' ', '')) ?? [])]);
      const hits = distinct([...found, ...partly(rest, 'ends')].flatMap(kindsOf));
      if (hits.length === 0) continue;
      const places = words.slice(0, i).flatMap((word) => PLACE_WORDS[word] ?? []);
      const there = hits.filter(({ taxon }) => regionsOf.get(taxon)?.some((code) => places.includes(code)));
      return there.length > 0 ? there : hits;
    }
    return [];
  }

  function resolve(text: string): NameAnswer {
    // A name the library holds as it stands, rank and all, is not cut up.
    const whole = normalName(text);
    const { base, infraspecific } = byKey.has(whole) ? { base: text, infraspecific: null } : splitInfraspecific(text);
    const stripped = withoutSpeciesWord(base);
    const key = normalName(stripped);
    const answer = (hits: NameHit[], kind: NameAnswer['kind'], taxon: string | null): NameAnswer => ({
      query: text,
      hits,
      taxon,
      kind,
      infraspecific,
    });
    if (key.length < 2) return answer([], 'unknown', null);
    let exact = distinct([...hitsAt(key, 0), ...abbreviated(stripped)]);
    // Plural common names ("red maples"), and an author or stray words after a scientific name.
    if (exact.length === 0 && key.endsWith('s')) exact = distinct(hitsAt(key.slice(0, -1), 0));
    if (exact.length === 0) {
      const two = key.split(' ').slice(0, 2).join(' ');
      const scientific = hitsAt(two, 0).filter((hit) => hit.as === 'accepted name' || hit.as === 'synonym');
      if (/^[A-Z][a-z]+ /.test(stripped)) exact = distinct(scientific);
    }
    // Where the library holds one tree of a genus, "ginkgo" for the tree and for the genus are the same answer.
    const tree = exact.find((hit) => hit.as !== 'genus');
    const genus = exact.find((hit) => hit.as === 'genus');
    if (exact.length === 2 && tree && genus?.taxon === genusOf(tree.taxon) && alone.has(tree.taxon)) exact = [tree];
    const only = exact[0];
    if (exact.length === 1 && only) {
      const wide = !held.has(only.taxon) && genera.has(only.taxon);
      return wide ? answer(kindsOf(only), 'genus', only.taxon) : answer(exact, 'one', only.taxon);
    }
    if (exact.length > 1) {
      const named = exact.filter((hit) => hit.as === 'accepted name');
      if (named.length === 1 && named[0]) return answer(named, 'one', named[0].taxon);
      return answer(exact, 'ambiguous', null);
    }
    // "Sweet gum tree" is the sweet gum; "elk-wood" is elkwood.
    const shorn = withoutTree(key);
    const joined = distinct([...(shorn === key ? [] : hitsAt(shorn, 0)), ...(byJoined.get(key.replaceAll(' ', '')) ?? [])]);
    if (joined.length === 1 && joined[0] && joined[0].as !== 'genus') return answer(joined, 'one', joined[0].taxon);
    if (joined.length > 0) return answer(joined.flatMap(kindsOf), 'ambiguous', null);
    // Half a name is asked about, even where only one tree has it: "tree lilac" may not be what "lilac" meant.
    const singular = key.endsWith('s') ? key.slice(0, -1) : key;
    const ending = distinct([...partly(key, 'ends'), ...partly(singular, 'ends')]);
    if (ending.length > 0) return answer(ending, 'ambiguous', null);
    // Words that are all words of names are no slips of the pen: "common birch" does not mean the common beech.
    const everyday = key.split(' ').every((word) => vocabulary.has(word));
    const misspelt = distinct(key.length >= 4 && !everyday ? close(key) : []);
    // A slip changes letters, not the number of words.
    const slips = misspelt.filter((hit) => normalName(hit.matched).split(' ').length === key.split(' ').length);
    if (slips.length === 1 && misspelt.length === 1 && slips[0]) return answer(slips, 'misspelt', slips[0].taxon);
    if (slips.length > 0) return answer(misspelt, 'ambiguous', null);
    const fewer = withFewerWords(shorn);
    if (fewer.length > 0) return answer(fewer, 'ambiguous', null);
    if (misspelt.length > 0) return answer(misspelt, 'ambiguous', null);
    const holding = distinct(partly(key, 'holds'));
    // One word that many names hold ("red", "silver") is no name at all.
    return holding.length > 0 && (key.includes(' ') || holding.length <= MANY)
      ? answer(holding, 'ambiguous', null)
      : answer([], 'unknown', null);
  }

  function suggest(typed: string, limit = 8): NameHit[] {
    const key = normalName(typed);
    if (key.length === 0) return [];
    const scored = entries.flatMap((entry) => {
      const place = placeOf(entry, key);
      if (place === null) return [];
      const { key: _key, ...hit } = entry;
      const rarity = 1 - (commonness.get(hit.taxon) ?? 0);
      return [{ hit: { ...hit, off: 0 }, score: place * 10 + AS_ORDER[hit.as] + rarity * RARITY_WEIGHT }];
    });
    const hits = scored.sort((a, b) => a.score - b.score || a.hit.matched.localeCompare(b.hit.matched)).map((s) => s.hit);
    const found = distinct(hits).slice(0, limit);
    return found.length > 0 ? found : resolve(typed).hits.slice(0, limit);
  }

  return { resolve, suggest };
}

/** Genera and families of the library whose names begin with some letters: names as wide as a review may give. At most `limit`. */
export function widerNames(library: Pick<Library, 'taxa'>, typed: string, limit = 6): string[] {
  const begins = typed.trim().toLowerCase();
  if (begins === '') return [];
  const names = new Set(library.taxa.flatMap((taxon) => [genusOf(taxon.name), taxon.family]));
  return [...names]
    .filter((name) => name.toLowerCase().startsWith(begins))
    .sort()
    .slice(0, limit);
}
