// What a picture says besides its pixels (where and when it was taken, whose device it was) is taken out, without touching the pixels,
// so that the same picture is the same bytes however often it is sent. How a device was held stays, or the picture would lie on its side.

const SOI = 0xd8;
const SOS = 0xda;
const EOI = 0xd9;
const COMMENT = 0xfe;
/** Application segments that say how pixels are to be read: JFIF, the colour profile, Adobe's colour transform. */
const KEPT_SEGMENTS = [0xe0, 0xe2, 0xee];

/** An Exif segment that holds the orientation alone (Exif 2.32, tag 0x0112), as TIFF of big-endian order. */
function orientationSegment(orientation: number): Buffer {
  const exif = Buffer.from('457869660000' + '4d4d002a00000008' + '0001' + '011200030000000100000000' + '00000000', 'hex');
  exif.writeUInt16BE(orientation, 24);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(exif.length + 2, 2);
  return Buffer.concat([head, exif]);
}

function jpeg(bytes: Buffer, orientation: number): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  if (orientation > 1) kept.push(orientationSegment(orientation));
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff) {
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === SOS) {
      // Pixels: to the last end of image. What is hung on after it is no picture.
      const end = bytes.lastIndexOf(Buffer.from([0xff, EOI]));
      kept.push(bytes.subarray(at, end < at ? bytes.length : end + 2));
      return Buffer.concat(kept);
    }
    const length = bytes.readUInt16BE(at + 2) + 2;
    const isApplication = marker >= 0xe0 && marker <= 0xef;
    if (marker !== COMMENT && (!isApplication || KEPT_SEGMENTS.includes(marker))) kept.push(bytes.subarray(at, at + length));
    at += length;
  }
  return bytes;
}

/** Chunks of PNG (ISO/IEC 15948) that are not about pixels. */
const PNG_OUT = ['tEXt', 'zTXt', 'iTXt', 'eXIf', 'tIME'];

function png(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 8)];
  for (let at = 8; at + 12 <= bytes.length;) {
    const end = at + 12 + bytes.readUInt32BE(at);
    const type = bytes.toString('latin1', at + 4, at + 8);
    if (!PNG_OUT.includes(type)) kept.push(bytes.subarray(at, end));
    if (type === 'IEND') return Buffer.concat(kept);
    at = end;
  }
  return bytes;
}

/** Flags of the extended header of WebP (RFC 9649, 2.7) that say there is Exif or XMP. */
const WEBP_FLAGS = 0b0000_1100;

function webp(bytes: Buffer): Buffer {
  const kept: Buffer[] = [];
  const whole = Math.min(bytes.length, bytes.readUInt32LE(4) + 8);
  for (let at = 12; at + 8 <= whole;) {
    const type = bytes.toString('latin1', at, at + 4);
    const size = bytes.readUInt32LE(at + 4);
    const chunk = Buffer.from(bytes.subarray(at, Math.min(whole, at + 8 + size + (size % 2))));
    if (type === 'VP8X') chunk[8] = (chunk[8] as number) & ~WEBP_FLAGS;
    if (type !== 'EXIF' && type !== 'XMP ') kept.push(chunk);
    at += 8 + size + (size % 2);
  }
  const body = Buffer.concat(kept);
  const head = Buffer.from(bytes.subarray(0, 12));
  head.writeUInt32LE(body.length + 4, 4);
  return Buffer.concat([head, body]);
}

/**
 * A picture without what it says besides its pixels; the same bytes for the same picture.
 * @param type image/jpeg, image/png or image/webp, as it was read
 * @param orientation of Exif, 1 to 8
 */
export function stripped(bytes: Buffer, type: string, orientation = 1): Buffer {
  try {
    if (type === 'image/jpeg' && bytes[1] === SOI) return jpeg(bytes, orientation);
    if (type === 'image/png') return png(bytes);
    return type === 'image/webp' ? webp(bytes) : bytes;
  } catch {
    // Read past its end: a picture that is cut is refused elsewhere.
    return bytes;
  }
}
