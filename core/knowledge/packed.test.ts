import { testLibrary } from '../testing/library';
import { packLibrary, unpackLibrary } from './packed';

describe('the library as it travels', () => {
  const packed = JSON.stringify(packLibrary(testLibrary));
  it('is the same library when it arrives', () =>
    expect(unpackLibrary(JSON.parse(packed))).toEqual(JSON.parse(JSON.stringify(testLibrary))));
  it('is much lighter, since most traits are alike at all ages', () =>
    expect(packed.length).toBeLessThan(0.75 * JSON.stringify(testLibrary).length));
});
