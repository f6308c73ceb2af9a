import { STAGES, type Taxon } from './taxon';
import type { Trait } from './trait';

/** Every state a record holds of a trait, at any stage. */
export const statesOf = (taxon: Taxon, trait: string): string[] => {
  const record = taxon.traits[trait];
  return record?.kind === 'states' ? [...new Set(STAGES.flatMap((stage) => Object.keys(record[stage])))] : [];
};
const holds = (taxon: Taxon, trait: string, ...states: string[]) => statesOf(taxon, trait).some((state) => states.includes(state));

/** What in a record contradicts itself: the field and what is wrong, in words. A trait that exists on some trees only says so in the vocabulary. */
export function contradictions(taxon: Taxon, traits: readonly Trait[]): { field: string; message: string }[] {
  const found: { field: string; message: string }[] = [];
  const say = (field: string, message: string) => found.push({ field, message });
  for (const { id, onlyWith } of traits) {
    if (taxon.traits[id] === undefined) continue;
    for (const [other, states] of Object.entries(onlyWith))
      if (!holds(taxon, other, ...states)) say(`traits.${id}`, `is held, but ${other} has none of ${states.join(', ')}`);
  }
  for (const [id, record] of Object.entries(taxon.traits)) {
    if (record.kind !== 'states') continue;
    for (const stage of STAGES) {
      const [only, ...others] = Object.values(record[stage]);
      // Weights are scaled to one, so a state that only holds sometimes, and stands alone, would be read as always.
      if (others.length === 0 && (only === 'rarely' || only === 'sometimes'))
        say(`traits.${id}`, `holds one state, and that only ${only}: say what it is usually`);
    }
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
