import type { UnitSystem } from '../../units/lengths';
import { fromMetres } from '../../units/units';

/** How far it is to go: "340 m", "1.2 km", or feet and miles. @param m metres */
export function distanceInWords(m: number, units: UnitSystem): string {
  if (units === 'feet') {
    const feet = fromMetres(m, 'ft');
    return feet < 2000 ? `${Math.round(feet / 50) * 50} ft` : `${(feet / 5280).toFixed(1)} mi`;
  }
  return m < 1000 ? `${Math.round(m / 10) * 10} m` : `${(m / 1000).toFixed(1)} km`;
}
