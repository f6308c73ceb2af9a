import { geoContains } from 'd3-geo';
import fc from 'fast-check';
import { forward } from 'mgrs';
import { districtAt } from './district';
import { boxOfOutline, liesWithin, middleOfOutline, type Outline } from './outline';
import { utmZoneAt } from './utm-zone';
import { runs } from '../testing/sample';

/** A star about a middle: corners at growing angles, so that no side crosses another. */
const star = (radii: readonly number[], [x, y]: readonly [number, number], clockwise: boolean): [number, number][] => {
  const corners = radii.map((r, i): [number, number] => {
    const angle = ((clockwise ? -1 : 1) * 2 * Math.PI * i) / radii.length;
    return [x + r * Math.cos(angle), y + r * Math.sin(angle)];
  });
  return [...corners, corners[0] as [number, number]];
};
const radii = fc.array(fc.double({ min: 0.004, max: 0.02, noNaN: true }), { minLength: 3, maxLength: 12 });
const offset = fc.double({ min: -0.03, max: 0.03, noNaN: true });

describe('an outline', () => {
  it('holds the places that d3-geo finds in it, on a few kilometres (the registry’s own geometry, on the sphere)', () => {
    fc.assert(
      fc.property(radii, offset, offset, (rs, dx, dy) => {
        const ring = star(rs, [7, 0.5], true);
        const place = { longitude: 7 + dx, latitude: 0.5 + dy };
        const ours = liesWithin([[ring]], place);
        const theirs = geoContains({ type: 'Polygon', coordinates: [ring] }, [place.longitude, place.latitude]);
        // A side is a straight line here and a great circle there: they part by metres at most, and only beside a side.
        if (ours !== theirs) {
          const near = ring.some(([x, y]) => Math.hypot(x - place.longitude, y - place.latitude) < 0.001);
          expect(near).toBe(true);
        }
      }),
      { numRuns: runs(2000) },
    );
  });
  it('leaves its holes out, takes all of its parts, and is the same whichever way it is drawn', () => {
    const square = (x: number, y: number, r: number, clockwise = false) => star([r, r, r, r], [x, y], clockwise);
    for (const clockwise of [false, true]) {
      const outline: Outline = [[square(7, 50, 0.02, clockwise), square(7, 50, 0.005, !clockwise)], [square(8, 50, 0.01, clockwise)]];
      expect(liesWithin(outline, { longitude: 7.01, latitude: 50.002 })).toBe(true);
      expect(liesWithin(outline, { longitude: 7.001, latitude: 50.001 })).toBe(false);
      expect(liesWithin(outline, { longitude: 8.001, latitude: 50.001 })).toBe(true);
      expect(liesWithin(outline, { longitude: 7.5, latitude: 50 })).toBe(false);
    }
  });
  it('has a box, and a middle in it', () => {
    const outline: Outline = [[star([0.01, 0.01, 0.01, 0.01], [7, 50], false)]];
    const [west, south, east, north] = boxOfOutline(outline);
    expect([west, south, east, north].map((edge) => Number(edge.toFixed(6)))).toEqual([6.99, 49.99, 7.01, 50.01]);
    expect(middleOfOutline(outline).latitude).toBeCloseTo(50, 9);
    const many: Outline = [[Array.from({ length: 300_000 }, (_, i): [number, number] => [i / 1e5, 1])]];
    expect(boxOfOutline(many)).toEqual([0, 1, 2.99999, 1]);
  });
});

describe('the district of a place', () => {
  const districts = [
    { id: 'near', latitude: 50, longitude: 7 },
    { id: 'outlined', latitude: 60, longitude: 7, outline: [[star([0.01, 0.01, 0.01, 0.01], [7, 50], false)]] as Outline },
  ];
  it('is the one whose outline it lies in, however near the middle of another; outside of all the nearest', () => {
    expect(districtAt(districts, { latitude: 50.001, longitude: 7.001 }).id).toBe('outlined');
    expect(districtAt(districts, { latitude: 50.2, longitude: 7.2 }).id).toBe('near');
    expect(() => districtAt([], { latitude: 50, longitude: 7 })).toThrow(RangeError);
  });
});

describe('the UTM zone of a place', () => {
  it('is that of the Military Grid Reference System, with its exceptions (mgrs, registry package)', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -79.9, max: 83.9, noNaN: true }),
        fc.double({ min: -179.99, max: 179.99, noNaN: true }),
        (latitude, longitude) => {
          const zone = /^\d+/.exec(forward([longitude, latitude], 1))?.[0];
          expect(utmZoneAt({ latitude, longitude })).toBe(`${zone}${latitude < 0 ? 'S' : 'N'}`);
        },
      ),
      { numRuns: runs(3000) },
    );
  });
  it.each([
    [60.39, 5.32, '32N'],
    [78.22, 15.65, '33N'],
    [-37.81, 144.96, '55S'],
    [40.71, -74.01, '18N'],
  ])('%f, %f lies in %s (common knowledge, from memory)', (latitude, longitude, zone) => {
    expect(utmZoneAt({ latitude, longitude })).toBe(zone);
  });
});
