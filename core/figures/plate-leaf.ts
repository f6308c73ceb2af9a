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

/** Traits that the drawing of a leaf is made from; without the others it is the same. */
export const LEAF_TRAITS: readonly string[] = [
  ...['leaf-type', 'leaf-shape', 'leaf-margin', 'leaf-base', 'leaf-tip', 'leaf-lobes', 'lobe-count', 'lobe-depth', 'leaf-veins'],
  ...['leaf-surface', 'leaflet-count', 'needle-set', 'needle-form', 'needle-bundle', 'frond-form'],
];

/** The leaf of a taxon as its record tells it, upper side. */
export function leafFormOf(taxon: Leafy): LeafForm {
  const usual = (trait: string, otherwise: string) => usualState(taxon, trait) ?? otherwise;
  return leafOf({
    type: usual('leaf-type', 'simple'),
    shape: usual('leaf-shape', 'ovate'),
    margin: usual('leaf-margin', 'entire'),
    base: usual('leaf-base', 'rounded'),
    tip: usual('leaf-tip', 'pointed'),
    lobes: usual('leaf-lobes', 'none'),
    lobeCount: middle(taxon, 'lobe-count') ?? 5,
    depth: usual('lobe-depth', 'half'),
    veins: usual('leaf-veins', 'pinnate'),
    surface: usual('leaf-surface', 'smooth'),
    leaflets: Math.round(middle(taxon, 'leaflet-count') ?? 9),
    needleSet: usual('needle-set', 'all-round'),
    needleForm: usual('needle-form', 'four-angled'),
    bundle: Math.round(middle(taxon, 'needle-bundle') ?? 2),
    frond: usual('frond-form', 'feather'),
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
