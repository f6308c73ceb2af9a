// The grid that ships is the one the open outlines give: places drawn at random lie in the same region in both.
import { regionsAt } from '../../core/geo';
import { randomFrom } from '../../core/maths/random';
import { REGION_NAMES } from '../../core/words';
import { regionOfCountry } from './codes';
import { regionWithin, shapes } from './outlines';

describe('the grid of regions', () => {
  it('agrees with the outlines of world-atlas and us-atlas wherever land is', () => {
    const all = shapes();
    const random = randomFrom(19);
    let land = 0;
    for (let i = 0; i < 400; i++) {
      const place = { latitude: random() * 130 - 55, longitude: random() * 360 - 180 };
      const code = regionWithin(all, place.longitude, place.latitude);
      if (code === null) continue;
      land++;
      expect({ place, codes: regionsAt(place) }).toEqual({ place, codes: expect.arrayContaining([code]) });
    }
    expect(land).toBeGreaterThan(80);
  });
  it('every country of the outlines has a region of the scheme', () => {
    for (const { feature, state } of shapes()) {
      if (state) continue;
      const code = regionOfCountry(feature.properties.name, 10, 10);
      expect({ name: feature.properties.name, known: REGION_NAMES[code ?? -1] !== undefined }).toEqual({
        name: feature.properties.name,
        known: true,
      });
    }
  });
});
