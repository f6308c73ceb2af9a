import { STAGES, type Taxon } from './taxon';

/** Every state a record holds of a trait, at any stage. */
export const statesOf = (taxon: Taxon, trait: string): string[] => {
  const record = taxon.traits[trait];
  return record?.kind === 'states' ? [...new Set(STAGES.flatMap((stage) => Object.keys(record[stage])))] : [];
};
const holds = (taxon: Taxon, trait: string, ...states: string[]) => statesOf(taxon, trait).some((state) => states.includes(state));

/** A trait that makes sense only where another has one of some states. */
const ONLY_WITH: { trait: string; other: string; states: readonly string[]; words: string }[] = [
  { trait: 'lobe-count', other: 'leaf-lobes', states: ['pinnate', 'palmate'], words: 'counts lobes, but leaf-lobes has none' },
  { trait: 'lobe-depth', other: 'leaf-lobes', states: ['pinnate', 'palmate'], words: 'tells how deep lobes are, but leaf-lobes has none' },
  {
    trait: 'leaflet-count',
    other: 'leaf-type',
    states: ['pinnate', 'bipinnate', 'palmate-compound', 'trifoliate', 'frond'],
    words: 'counts leaflets, but leaf-type is not made of leaflets',
  },
  {
    trait: 'samara-angle',
    other: 'fruit-type',
    states: ['paired-samara'],
    words: 'tells how wings spread, but fruit-type has no paired wings',
  },
  { trait: 'needle-set', other: 'leaf-type', states: ['needle', 'scale'], words: 'tells how needles sit, but leaf-type has none' },
  { trait: 'needle-form', other: 'leaf-type', states: ['needle', 'scale'], words: 'tells the form of needles, but leaf-type has none' },
  { trait: 'cone-set', other: 'fruit-type', states: ['cone'], words: 'tells how cones sit, but fruit-type has none' },
  { trait: 'frond-form', other: 'leaf-type', states: ['frond'], words: 'tells the form of fronds, but leaf-type has none' },
];

/** What in a record contradicts itself: the field and what is wrong, in words. */
export function contradictions(taxon: Taxon): { field: string; message: string }[] {
  const found: { field: string; message: string }[] = [];
  const say = (field: string, message: string) => found.push({ field, message });
  for (const { trait, other, states, words } of ONLY_WITH) {
    if (taxon.traits[trait] !== undefined && !holds(taxon, other, ...states)) say(`traits.${trait}`, words);
  }
  const retention = statesOf(taxon, 'leaf-retention');
  if (retention.length > 0) {
    const green = holds(taxon, 'leaf-retention', 'evergreen', 'semi-evergreen');
    const bare = holds(taxon, 'leaf-retention', 'bare', 'holds-dead-leaves', 'semi-evergreen');
    if (taxon.evergreen && !green) say('evergreen', 'is true, but leaf-retention holds no green leaves');
    if (!taxon.evergreen && !bare) say('evergreen', 'is false, but leaf-retention is never bare');
  }
  const turns = statesOf(taxon, 'autumn-colour').some((state) => state !== 'none');
  if (turns && taxon.months.autumn.length === 0) say('months.autumn', 'is empty, but autumn-colour has a colour');
  if (!taxon.evergreen && taxon.months.leaf.length === 0) say('months.leaf', 'is empty, but the taxon is not evergreen');
  const height = taxon.traits.height;
  if (height?.kind === 'range' && height.to < taxon.matureHeight.from) say('traits.height', 'ends below the mature height');
  if (taxon.lookAlikes.some((alike) => alike.taxon === taxon.name)) say('lookAlikes', 'names the taxon itself');
  return found;
}
