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
  describe('what others hang into a file', () => {
    const segment = (marker: number, text: string) => {
      const held = Buffer.from(text, 'latin1');
      const head = Buffer.from([0xff, marker, 0, 0]);
      head.writeUInt16BE(held.length + 2, 2);
      return Buffer.concat([head, held]);
    };
    /** After the first scan of a picture of several. */
    const between = (bytes: Buffer, put: Buffer) => {
      const second = bytes.indexOf(Buffer.from([0xff, 0xda]), bytes.indexOf(Buffer.from([0xff, 0xda])) + 2);
      const at = bytes.lastIndexOf(Buffer.from([0xff, 0xc4]), second);
      return Buffer.concat([bytes.subarray(0, at), put, bytes.subarray(at)]);
    };
    const SECRET = 'Wren Tallis was here';
    it.each([
      ['a second picture after the first', (plain: Buffer, told: Buffer) => Buffer.concat([plain, told])],
      [
        'a film with end marks in it',
        (plain: Buffer) =>
          Buffer.concat([plain, Buffer.from(SECRET), Buffer.from([0xff, 0xd9]), Buffer.from(SECRET), Buffer.from([0xff, 0xd9])]),
      ],
      ['FPXR in APP2', (plain: Buffer) => Buffer.concat([plain.subarray(0, 2), segment(0xe2, `FPXR\0${SECRET}`), plain.subarray(2)])],
      ['JFXX in APP0', (plain: Buffer) => Buffer.concat([plain.subarray(0, 2), segment(0xe0, `JFXX\0${SECRET}`), plain.subarray(2)])],
      ['Exif between the scans', (plain: Buffer) => between(plain, segment(0xe1, `Exif\0\0${SECRET}`))],
      ['a comment between the scans', (plain: Buffer) => between(plain, segment(0xfe, SECRET))],
    ])('JPEG: %s goes', async (_words, make) => {
      const pixels = Buffer.from(Array.from({ length: 40 * 30 * 3 }, (_, i) => (i * 37) % 256));
      const plain = await sharp(pixels, { raw: { width: 40, height: 30, channels: 3 } })
        .jpeg({ progressive: true })
        .toBuffer();
      const told = await sharp(pixels, { raw: { width: 40, height: 30, channels: 3 } })
        .withExif({ IFD0: { Artist: SECRET } })
        .jpeg()
        .toBuffer();
      const bytes = make(plain, told);
      expect(bytes.includes(SECRET)).toBe(true);
      const kept = stripped(bytes, 'image/jpeg');
      expect(kept.includes(SECRET)).toBe(false);
      expect(kept.length).toBeLessThanOrEqual(plain.length);
      expect((await pixelsOf(kept)).equals(await pixelsOf(plain))).toBe(true);
      expect(stripped(kept, 'image/jpeg').equals(kept)).toBe(true);
    });
    it('PNG and WebP: chunks nobody knows go, and the name of a colour profile', async () => {
      const pixels = Buffer.from(Array.from({ length: 40 * 30 * 3 }, (_, i) => (i * 37) % 256));
      const of = () => sharp(pixels, { raw: { width: 40, height: 30, channels: 3 } });
      const png = await of().withIccProfile('p3').png().toBuffer();
      const private_ = Buffer.concat([Buffer.from([0, 0, 0, SECRET.length]), Buffer.from(`prVt${SECRET}`), Buffer.alloc(4)]);
      const kept = stripped(Buffer.concat([png.subarray(0, 33), private_, png.subarray(33)]), 'image/png');
      expect(kept.includes(SECRET)).toBe(false);
      expect(kept.includes('iCCPicc')).toBe(true);
      expect((await pixelsOf(kept)).equals(await pixelsOf(png))).toBe(true);
      const webp = await of().webp({ lossless: true }).toBuffer();
      const chunk = Buffer.concat([Buffer.from('spyX'), Buffer.from([SECRET.length, 0, 0, 0]), Buffer.from(SECRET)]);
      const grown = Buffer.concat([webp, chunk]);
      grown.writeUInt32LE(grown.length - 8, 4);
      const light = stripped(grown, 'image/webp');
      expect(light.includes(SECRET)).toBe(false);
      expect((await pixelsOf(light)).equals(await pixelsOf(webp))).toBe(true);
    });
  });
  it('a cut picture is left as it is, and nothing breaks', async () => {
    const bytes = await encoded('jpeg');
    for (const length of [3, 20, 200]) expect(() => stripped(bytes.subarray(0, length), 'image/jpeg')).not.toThrow();
  });
});
