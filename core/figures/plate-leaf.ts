import type { Frequencies, Stage, Taxon } from '../knowledge';
import { leafFigure } from './leaf';
import { leafOf, type LeafForm } from './leaf/form';
import type { Figure } from './shape';

/** What the drawing of a leaf rests on. */
type Leafy = Pick<Taxon, 'traits'>;

const ORDER = { always: 0, usually: 1, sometimes: 2, rarely: 3 } as const;

/** The state a record holds most often at a stage, or undefined where it is silent. */
export function usualState(taxon: Leafy, trait: string, stage: Stage = 'mature'): string | undefined {
  const record = taxon.traits[trait];
  if (record?.kind !== 'states') return undefined;
  const states: Frequencies = record[stage];
  return Object.entries(states).sort((a, b) => ORDER[a[1]] - ORDER[b[1]])[0]?.[0];
}

const range = (taxon: Leafy, trait: string): { from: number; to: number } | undefined => {
  const record = taxon.traits[trait];
  return record?.kind === 'range' ? record : undefined;
};

/** The middle of a range that a record holds, or undefined where it holds none. */
export const middle = (taxon: Leafy, trait: string): number | undefined => {
  const found = range(taxon, trait);
  return found && (found.from + found.to) / 2;
};

/** What the form of a leaf takes from the states of a record, and what it is where the record is silent. */
const STATES = {
  type: ['leaf-type', 'simple'],
  shape: ['leaf-shape', 'ovate'],
  margin: ['leaf-margin', 'entire'],
  base: ['leaf-base', 'rounded'],
  tip: ['leaf-tip', 'pointed'],
  lobes: ['leaf-lobes', 'none'],
  depth: ['lobe-depth', 'half'],
  veins: ['leaf-veins', 'pinnate'],
  surface: ['leaf-surface', 'smooth'],
  needleSet: ['needle-set', 'all-round'],
  needleForm: ['needle-form', 'four-angled'],
  frond: ['frond-form', 'feather'],
} as const;
/** The same from its ranges. */
const COUNTS = { lobeCount: 'lobe-count', leaflets: 'leaflet-count', bundle: 'needle-bundle' } as const;

/** Traits that the drawing of a leaf is made from; without the others it is the same. */
export const LEAF_TRAITS: readonly string[] = [...Object.values(STATES).map(([trait]) => trait), ...Object.values(COUNTS)];

/** The leaf of a taxon as its record tells it, upper side. */
export function leafFormOf(taxon: Leafy): LeafForm {
  const states = Object.fromEntries(
    Object.entries(STATES).map(([part, [trait, otherwise]]) => [part, usualState(taxon, trait) ?? otherwise]),
  ) as Record<keyof typeof STATES, string>;
  return leafOf({
    ...states,
    lobeCount: middle(taxon, COUNTS.lobeCount) ?? 5,
    leaflets: Math.round(middle(taxon, COUNTS.leaflets) ?? 9),
    bundle: Math.round(middle(taxon, COUNTS.bundle) ?? 2),
  });
}

const leaves = new WeakMap<Leafy, Figure>();

/** The leaf of a taxon alone, for lists and strips; drawn once and kept. */
export function plateLeaf(taxon: Leafy): Figure {
  let figure = leaves.get(taxon);
  if (!figure) {
    figure = leafFigure(leafFormOf(taxon));
    leaves.set(taxon, figure);
  }
  return figure;
}
