import { z } from 'zod';
import { observationSchema, RULES, type Observation } from '../record/observation';
import { stock } from '../record/stock';
import { Refusal } from '../problem/refusal';
import { nearest, regionCode, STAGES, zone, type Library } from '../knowledge';
import { toUnit } from '../units/units';
import { wordsIn } from '../words/catalogue';

export const identifyRequest = z.strictObject({
  date: z.iso.date().optional(),
  latitude: z.number().min(-90).max(90).optional(),
  longitude: z.number().min(-180).max(180).optional(),
  /** Regions the place may lie in, level 2 codes of the World Geographical Scheme; more than one where it is not known better. */
  regions: z.array(regionCode).min(1).optional(),
  /** Hardiness zone of the place. */
  hardiness: zone.optional(),
  planted: z.boolean().optional(),
  lifeStage: z.enum(STAGES).optional(),
  rule: z.enum(RULES).default('three-lines'),
  district: z.string().optional(),
  /** The trees of the district's record, counted by kind; without the tree that is asked about. */
  stock: stock.optional(),
  /** Chance that a mark somebody is sure of is wrong, by trait, as this town has learnt it. */
  errors: z.record(z.string(), z.number().min(0.005).max(0.5)).optional(),
  observations: z.array(observationSchema),
});
export type IdentifyRequest = z.output<typeof identifyRequest>;

/**
 * Checks observations against the vocabulary and turns numbers into each trait's own unit.
 * @throws Refusal naming the observation, what is wrong and the nearest known word
 */
export function checkObservations(library: Library, observations: readonly Observation[]): Observation[] {
  return observations.map((seen, i) => {
    const trait = library.traits.find((t) => t.id === seen.trait);
    if (!trait) {
      throw new Refusal('unknown-trait', `observations[${i}].trait`, {
        word: seen.trait,
        nearest:
          nearest(
            seen.trait,
            library.traits.map((t) => t.id),
          ) ?? 'none',
      });
    }
    if (trait.number) {
      if (seen.value === undefined) {
        throw new Refusal('needs-value', `observations[${i}]`, { trait: trait.id, unit: trait.number.unit });
      }
      const value =
        trait.number.unit === ''
          ? seen.value
          : toUnit({ value: seen.value, unit: seen.unit ?? trait.number.unit }, trait.number.unit, `observations[${i}].unit`);
      if (trait.number.unit === '' && seen.unit) {
        throw new Refusal('wrong-unit', `observations[${i}].unit`, {
          word: seen.unit,
          kind: wordsIn().naming.countOf(trait.id),
          valid: 'none',
        });
      }
      if (value < trait.number.min || value > trait.number.max) {
        throw new Refusal('out-of-range', `observations[${i}].value`, {
          value: `${value}`,
          range: `${trait.number.min} to ${trait.number.max} ${trait.number.unit}`.trim(),
        });
      }
      return { ...seen, state: undefined, value, unit: trait.number.unit };
    }
    const valid = trait.states.map((state) => state.id);
    if (seen.state === undefined) {
      throw new Refusal('needs-state', `observations[${i}]`, { trait: trait.id, valid: valid.join(', ') });
    }
    if (!valid.includes(seen.state)) {
      throw new Refusal('unknown-state', `observations[${i}].state`, {
        word: seen.state,
        trait: trait.id,
        nearest: nearest(seen.state, valid) ?? 'none',
      });
    }
    return { ...seen, value: undefined, unit: undefined };
  });
}
