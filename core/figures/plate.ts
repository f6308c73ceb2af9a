import type { Frequencies, Taxon } from '../knowledge';
import { leafFigure, leafOf } from './leaf';
import type { Figure } from './shape';

const ORDER = { always: 0, usually: 1, sometimes: 2, rarely: 3 } as const;

/** The state a record holds most often, or undefined where it is silent. */
function usual(taxon: Taxon, trait: string): string | undefined {
  const record = taxon.traits[trait];
  if (record?.kind !== 'states') return undefined;
  const states: Frequencies = record.mature;
  return Object.entries(states).sort((a, b) => ORDER[a[1]] - ORDER[b[1]])[0]?.[0];
}

const middle = (taxon: Taxon, trait: string): number | undefined => {
  const record = taxon.traits[trait];
  return record?.kind === 'range' ? (record.from + record.to) / 2 : undefined;
};

/** The leaf of a taxon, put together from its own values. */
export function plateLeaf(taxon: Taxon): Figure {
  return leafFigure(
    leafOf({
      type: usual(taxon, 'leaf-type') ?? 'simple',
      shape: usual(taxon, 'leaf-shape') ?? 'ovate',
      margin: usual(taxon, 'leaf-margin') ?? 'entire',
      base: usual(taxon, 'leaf-base') ?? 'rounded',
      tip: usual(taxon, 'leaf-tip') ?? 'pointed',
      lobes: usual(taxon, 'leaf-lobes') ?? 'none',
      lobeCount: middle(taxon, 'lobe-count') ?? 5,
      depth: usual(taxon, 'lobe-depth') ?? 'half',
      veins: usual(taxon, 'leaf-veins') ?? 'pinnate',
      // A plate shows the upper side.
      underside: 'same-green',
      surface: usual(taxon, 'leaf-surface') ?? 'smooth',
      needleSet: usual(taxon, 'needle-set') ?? 'all-round',
      needleForm: usual(taxon, 'needle-form') ?? 'four-angled',
      bundle: Math.round(middle(taxon, 'needle-bundle') ?? 2),
      frond: usual(taxon, 'frond-form') ?? 'feather',
      leaflets: Math.round(middle(taxon, 'leaflet-count') ?? 9),
    }),
  );
}
