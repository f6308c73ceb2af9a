import { distance, type Place } from './distance';

/** The district a place belongs to: the one whose middle is nearest. @throws RangeError where there is none */
export function districtAt<D extends Place>(districts: readonly D[], place: Place): D {
  const [nearest] = [...districts].sort((a, b) => distance(a, place) - distance(b, place));
  if (!nearest) throw new RangeError('no district is known');
  return nearest;
}
