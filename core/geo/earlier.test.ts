import fc from 'fast-check';
import { distance, placeAt, wrapLongitude } from './distance';
import { nearestEarlier } from './earlier';

const RANGE = 2;

/** The same by comparing each with all before it. */
const bySquare = (places: readonly { latitude: number; longitude: number }[]) =>
  places.map((place, i) => Math.min(Infinity, ...places.slice(0, i).map((other) => distance(place, other))));

describe('the nearest earlier place', () => {
  it('is the one that comparing all with all finds, anywhere on the earth', () => {
    const near = fc.record({ east: fc.double({ min: -6, max: 6, noNaN: true }), north: fc.double({ min: -6, max: 6, noNaN: true }) });
    fc.assert(
      fc.property(
        fc.double({ min: -84, max: 84, noNaN: true }),
        fc.oneof(fc.double({ min: -180, max: 180, noNaN: true }), fc.constantFrom(180, -180, 179.99999)),
        fc.array(near, { maxLength: 30 }),
        (latitude, longitude, steps) => {
          const places = steps.map((step) => placeAt({ latitude, longitude: wrapLongitude(longitude) }, step));
          const found = nearestEarlier(places, RANGE);
          bySquare(places).forEach((metres, i) => {
            if (metres <= RANGE) expect(found[i]?.metres).toBeCloseTo(metres, 9);
            else expect(found[i]).toBeNull();
          });
        },
      ),
    );
  });
  it('tells every place but the first of many on one spot, or in one square metre', () => {
    const spot = Array.from({ length: 20_000 }, () => ({ latitude: 45.66, longitude: -31.2 }));
    expect(nearestEarlier(spot, RANGE).filter((one) => one !== null)).toHaveLength(spot.length - 1);
    const square = spot.map((place, i) => placeAt(place, { east: (i % 317) / 317, north: i / 20_000 }));
    expect(nearestEarlier(square, RANGE).filter((one) => one !== null)).toHaveLength(spot.length - 1);
  });
});
