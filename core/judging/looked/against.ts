import { inOrder } from '../../history/threads';
import { buildOf, type Build, type Stage, type Taxon } from '../../knowledge';
import { countedMeasurements } from '../../record/measurement';
import type { Against } from '../../record/reading';
import type { AssessInput } from '../request';

/** Sky that shows through a healthy crown in leaf where the taxon's record says nothing, percent. Common practice, no source. */
const USUAL_SEE_THROUGH = 20;
/** A thin stem of each stage, m, for a tree that nobody measured. Common practice, no source. */
const THIN_STEM: Record<Stage, number> = { young: 0.1, mature: 0.25, old: 0.5 };

export const usualSeeThrough = (taxon: Pick<Taxon, 'crown'> | null): number => taxon?.crown.seeThrough ?? USUAL_SEE_THROUGH;

/** The stem a fault is held against: today's, or the newest known. Diameter, m; null where none was measured. */
export function stemOf(input: Pick<AssessInput, 'before' | 'measurements' | 'day'>): number | null {
  const earlier = inOrder((input.before ?? []).filter((look) => look.day <= input.day));
  const known = earlier.flatMap((look) => countedMeasurements(look.measurements).dbh?.m ?? []);
  return input.measurements.dbh?.m ?? known.at(-1) ?? null;
}

export const against = (input: Pick<AssessInput, 'before' | 'measurements' | 'day' | 'taxon' | 'lifeStage'>): Against => ({
  dbh: stemOf(input),
  thin: THIN_STEM[input.lifeStage ?? 'mature'],
  seeThrough: usualSeeThrough(input.taxon),
});

/** How a tree is built, as far as its name tells; null where it does not. */
export const buildKnown = ({ taxon, build }: Pick<AssessInput, 'taxon' | 'build'>): Build | null =>
  build ?? (taxon ? buildOf(taxon) : null);

/** Whether a tree has forks and branches that could fail: a palm has fronds. */
export const hasBranches = (input: Pick<AssessInput, 'taxon' | 'build'>): boolean => buildKnown(input) !== 'palm';
