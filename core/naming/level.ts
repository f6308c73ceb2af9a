import { genusOf } from '../knowledge';
import type { NameLevel } from '../record/name';
import { fitOf, type Fit } from './model/fit';
import { notRuledOut } from './not-held';
import { sumBy, type Ranking } from './model/rank';

/** How far the evidence carries, and the name at that level. */
export interface LevelReached {
  level: NameLevel;
  name: string | null;
  qualifier: 'cf.' | null;
  probability: number;
}

/**
 * Probability asked for at each level, with what the library does not hold counted in. Where they lie is a choice between naming
 * trees that are held and misnaming trees that are not; the bench draws the curve.
 */
export const NEEDS = { species: 0.95, cf: 0.5, cfGenus: 0.9, genus: 0.93, family: 0.85 };
export type Needs = typeof NEEDS;

/** The sums that the level is read from. */
export interface Summed {
  species: { name: string; probability: number };
  genus: { name: string; probability: number };
  family: { name: string; probability: number };
}

/** Leading species, genus and family with what they carry, unheld relatives counted to their genus and family. */
export function summed({ candidates, beyond }: Pick<Ranking, 'candidates' | 'beyond'>): Summed | null {
  const best = candidates[0];
  if (!best) return null;
  const held = 1 - beyond.probability;
  const familyOf = new Map(candidates.map(({ taxon }) => [genusOf(taxon.name), taxon.family]));
  const lead = (key: 'genus' | 'family') => {
    const sums = new Map(sumBy(candidates, key).map(({ name, probability }) => [name, held * probability]));
    for (const { name, probability } of beyond.genera) {
      const group = key === 'genus' ? name : (familyOf.get(name) ?? name);
      sums.set(group, (sums.get(group) ?? 0) + probability);
    }
    const [first] = [...sums].sort((a, b) => b[1] - a[1]);
    return { name: first?.[0] ?? '', probability: first?.[1] ?? 0 };
  };
  return { species: { name: best.taxon.name, probability: held * best.probability }, genus: lead('genus'), family: lead('family') };
}

/**
 * The finest level the summed probabilities carry. Where nothing in the library fits, nothing is named. "cf." asks for marks that
 * suit the name and for a genus that carries most of the weight; where they suit it only fairly, the genus is as far as it goes.
 * A species is named once every look-alike that the library does not hold, but its record names, is ruled out by a mark.
 */
export function levelOf(ranking: Ranking, fit: Fit = fitOf(ranking), needs: Needs = NEEDS): LevelReached {
  const nothing: LevelReached = { level: 'none', name: null, qualifier: null, probability: 0 };
  const sums = summed(ranking);
  if (!sums || fit === 'no evidence' || fit === 'poor') return nothing;
  const { species, genus, family } = sums;
  if (fit === 'good') {
    if (species.probability >= needs.species && notRuledOut(ranking).length === 0) return { level: 'species', qualifier: null, ...species };
    if (species.probability >= needs.cf && genus.probability >= needs.cfGenus && genusOf(species.name) === genus.name)
      return { level: 'cf. species', qualifier: 'cf.', ...species };
  }
  if (genus.probability >= needs.genus) return { level: 'genus', qualifier: null, ...genus };
  if (family.probability >= needs.family) return { level: 'family', qualifier: null, ...family };
  return nothing;
}
