import fc from 'fast-check';
import { boxOf, isTile, keyOf, middleOf, onFlat, placeOnFlat, tileAt, tileOfKey } from './tile';

const place = fc.record({
  latitude: fc.double({ min: -85, max: 85, noNaN: true }),
  longitude: fc.double({ min: -180, max: 179.999, noNaN: true }),
});
const level = fc.integer({ min: 0, max: 22 });

describe('the square grid of web maps', () => {
  // The projection and the grid as EPSG 3857 and the OpenStreetMap wiki page "Slippy map tilenames" have them; values from memory.
  it.each([
    [{ latitude: 0, longitude: 0 }, 1, 1, 1],
    [{ latitude: 51.5074, longitude: -0.1278 }, 10, 511, 340],
    [{ latitude: -33.8688, longitude: 151.2093 }, 12, 3768, 2457],
  ])('%j lies at level %i in %i, %i', (where, z, x, y) => expect(tileAt(where, z)).toEqual({ z, x, y }));
  it('the whole world is one square, and ends where it is as high as wide', () => {
    expect(boxOf({ z: 0, x: 0, y: 0 }).map((n) => Number(n.toFixed(4)))).toEqual([-180, -85.0511, 180, 85.0511]);
    expect(onFlat({ latitude: 90, longitude: 180 })).toEqual({ x: 1, y: expect.closeTo(0, 9) });
  });
  it('a place lies in the box of its square, and in that of the square above', () => {
    fc.assert(
      fc.property(place, level, (where, z) => {
        const tile = tileAt(where, z);
        const [w, s, e, n] = boxOf(tile);
        expect(where.longitude).toBeGreaterThanOrEqual(w - 1e-9);
        expect(where.longitude).toBeLessThanOrEqual(e + 1e-9);
        expect(where.latitude).toBeGreaterThanOrEqual(s - 1e-9);
        expect(where.latitude).toBeLessThanOrEqual(n + 1e-9);
        if (z > 0) expect(tileAt(where, z - 1)).toEqual({ z: z - 1, x: tile.x >> 1, y: tile.y >> 1 });
        expect(tileAt(middleOf(tile), z)).toEqual(tile);
        expect(tileOfKey(keyOf(tile), z)).toEqual(tile);
        const back = placeOnFlat(onFlat(where));
        expect(back.latitude).toBeCloseTo(where.latitude, 9);
        expect(back.longitude).toBeCloseTo(where.longitude, 9);
      }),
    );
  });
  it('knows a tile from none', () => {
    expect(isTile({ z: 3, x: 7, y: 7 }, 16)).toBe(true);
    for (const none of [
      { z: 3, x: 8, y: 0 },
      { z: 3, x: 0, y: -1 },
      { z: 17, x: 0, y: 0 },
      { z: 2.5, x: 0, y: 0 },
      { z: 3, x: NaN, y: 0 },
    ])
      // prettier-ignore
      expect(isTile(none, 16)).toBe(false);
  });
});
