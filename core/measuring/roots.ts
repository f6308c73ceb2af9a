import type { RootStandard } from '../record/organisation';

export interface RootZone {
  /** Radius of the protected ground, m. */
  radius: number;
  /** Area of the protected ground, m². */
  area: number;
  /** Radius inside which cutting roots puts the stand of the tree at risk, m; only where the standard defines one. */
  structuralRadius?: number;
}

const disc = (r: number) => Math.PI * r * r;

/**
 * Ground to keep free of work, from the diameter at breast height in m.
 * - `bs5837`: 12 d, at most 15 m (BS 5837:2012, from memory)
 * - `as4970`: 12 d, 2 to 15 m; structural zone 0.64 (50 D)^0.42, at least 1.5 m (AS 4970, from memory). D is the diameter
 *   above the root flare; breast height stands in for it here, which makes the zone a little small.
 * - `feet-per-inch`: 1 ft of radius for each inch (North American practice)
 */
export function rootZone(dbh: number, standard: RootStandard): RootZone {
  switch (standard) {
    case 'bs5837': {
      const radius = Math.min(15, 12 * dbh);
      return { radius, area: disc(radius) };
    }
    case 'as4970': {
      const radius = Math.min(15, Math.max(2, 12 * dbh));
      return { radius, area: disc(radius), structuralRadius: Math.max(1.5, 0.64 * (50 * dbh) ** 0.42) };
    }
    case 'feet-per-inch': {
      const radius = 12 * dbh;
      return { radius, area: disc(radius) };
    }
  }
}
