import { distance, type Place } from './distance';
import { liesWithin, type Outline } from './outline';

/** A district as far as a place tells which it belongs to. */
type Lies = Place & { outline?: Outline | undefined };

/**
 * The district a place belongs to: the one whose outline it lies in, the first of them where several claim it; outside of all outlines
 * the one whose middle is nearest.
 * @throws RangeError where there is none
 */
export function districtAt<D extends Lies>(districts: readonly D[], place: Place): D {
  const within = districts.find(({ outline }) => outline && liesWithin(outline, place));
  if (within) return within;
  const [nearest] = [...districts].sort((a, b) => distance(a, place) - distance(b, place));
  if (!nearest) throw new RangeError('no district is known');
  return nearest;
}
