import exifr from 'exifr';
import sharp from 'sharp';
import { stripped } from './strip';

/** A picture that says who made it and where; its pixels are no flat colour, so that a change of one would show. */
const made = () => {
  const pixels = Buffer.from(Array.from({ length: 40 * 30 * 3 }, (_, i) => (i * 37) % 256));
  return sharp(pixels, { raw: { width: 40, height: 30, channels: 3 } }).withExif({
    IFD0: { Artist: 'Wren Tallis', Copyright: 'secret word' },
    IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1', GPSLongitudeRef: 'E', GPSLongitude: '7/1 0/1 0/1' },
  });
};
const FORMATS = ['jpeg', 'png', 'webp'] as const;
const encoded = (format: (typeof FORMATS)[number]) => (format === 'webp' ? made().webp({ lossless: true }) : made()[format]()).toBuffer();
const pixelsOf = (bytes: Buffer) => sharp(bytes).raw().toBuffer();

describe('a picture that is kept', () => {
  it.each(FORMATS)('as %s says nothing besides its pixels, which are as they were, and is the same bytes each time', async (format) => {
    const bytes = await encoded(format);
    expect(bytes.includes('Wren Tallis')).toBe(true);
    const kept = stripped(bytes, `image/${format}`);
    expect(kept.includes('Wren Tallis')).toBe(false);
    expect(kept.length).toBeLessThan(bytes.length);
    const said = ((await exifr.parse(kept, { gps: true }).catch(() => undefined)) ?? {}) as object;
    // How wide it is and how it is packed, a PNG says in any case.
    expect(Object.keys(said).filter((key) => /gps|latitude|longitude|artist|copyright|date/i.test(key))).toEqual([]);
    expect((await pixelsOf(kept)).equals(await pixelsOf(bytes))).toBe(true);
    expect(stripped(kept, `image/${format}`).equals(kept)).toBe(true);
  });
  it.each([1, 3, 6, 8])('held as %i it still stands upright', async (orientation) => {
    const bytes = await made().jpeg().withMetadata({ orientation }).toBuffer();
    const kept = stripped(bytes, 'image/jpeg', orientation);
    expect((await sharp(kept).metadata()).orientation ?? 1).toBe(orientation);
    const upright = async (of: Buffer) => sharp(of).rotate().raw().toBuffer();
    expect((await upright(kept)).equals(await upright(bytes))).toBe(true);
  });
  it.each(FORMATS)('what is hung on to the end of a %s is let go of', async (format) => {
    const bytes = await encoded(format);
    const kept = stripped(Buffer.concat([bytes, Buffer.from('PK\u0003\u0004 another file')]), `image/${format}`);
    expect(kept.includes('another file')).toBe(false);
    expect((await pixelsOf(kept)).equals(await pixelsOf(bytes))).toBe(true);
  });
  it('a cut picture is left as it is, and nothing breaks', async () => {
    const bytes = await encoded('jpeg');
    for (const length of [3, 20, 200]) expect(() => stripped(bytes.subarray(0, length), 'image/jpeg')).not.toThrow();
  });
});
