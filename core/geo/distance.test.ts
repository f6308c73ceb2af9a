import fc from 'fast-check';
import { distance, EARTH_RADIUS, offsetFrom, placeAt, wrapLongitude } from './distance';

const place = fc.record({
  latitude: fc.double({ min: -85, max: 85, noNaN: true }),
  longitude: fc.double({ min: -180, max: 180, noNaN: true }),
});

describe('the distance of two places', () => {
  it('is that of the well-known example of the haversine formula (Nashville to Los Angeles, airports; from memory)', () => {
    const [nashville, losAngeles] = [
      { latitude: 36.12, longitude: -86.67 },
      { latitude: 33.94, longitude: -118.4 },
    ];
    // 2,887.26 km on a sphere of 6,372.8 km.
    expect((distance(nashville, losAngeles) / EARTH_RADIUS) * 6372.8).toBeCloseTo(2887.26, 1);
  });
  it.each([
    [{ latitude: 0, longitude: 0 }, { latitude: 0, longitude: 90 }, Math.PI / 2],
    [{ latitude: 0, longitude: 0 }, { latitude: 90, longitude: 17 }, Math.PI / 2],
    [{ latitude: 0, longitude: 179 }, { latitude: 0, longitude: -179 }, Math.PI / 90],
    [{ latitude: 45, longitude: -31 }, { latitude: -45, longitude: 149 }, Math.PI],
  ])('%j to %j is %d of the radius', (a, b, angle) => expect(distance(a, b)).toBeCloseTo(angle * EARTH_RADIUS, 0));
  it('is the same both ways, and that of the step on the flat where it is short, also across 180°', () => {
    const step = fc.record({
      east: fc.double({ min: -500, max: 500, noNaN: true }),
      north: fc.double({ min: -500, max: 500, noNaN: true }),
    });
    fc.assert(
      fc.property(place, step, (from, { east, north }) => {
        const to = placeAt(from, { east, north });
        expect(distance(from, to)).toBeCloseTo(distance(to, from), 6);
        expect(Math.abs(distance(from, to) - Math.hypot(east, north))).toBeLessThan(1);
        const back = offsetFrom(from, to);
        expect([back.east, back.north]).toEqual([expect.closeTo(east, 4), expect.closeTo(north, 4)]);
      }),
    );
  });
});

it('a longitude is brought to -180 up to 180, and 180 stays what it was written as', () => {
  expect([190, -190, 540, 180, -180, 0, 359].map(wrapLongitude)).toEqual([-170, 170, 180, 180, -180, 0, -1]);
});
