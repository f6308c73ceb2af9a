// What a picture says besides its pixels (where and when it was taken, whose device it was) is taken out, without touching the pixels,
// so that the same picture is the same bytes however often it is sent. How a device was held stays, or the picture would lie on its side.
import { crc32 } from 'node:zlib';

const SOI = 0xd8;
const SOS = 0xda;
const EOI = 0xd9;
/** Markers of JPEG (ITU-T T.81, table B.1) that say how pixels are packed: frames, tables, restart intervals. */
const isOfPixels = (marker: number) => (marker >= 0xc0 && marker <= 0xcf) || (marker >= 0xdb && marker <= 0xdf);
/** Application segments that say how pixels are to be read, by what they begin with: JFIF, the colour profile, Adobe's colour transform. */
const KEPT_SEGMENTS: Record<number, string> = { 0xe0: 'JFIF\0', 0xe2: 'ICC_PROFILE\0', 0xee: 'Adobe' };

/** An Exif segment that holds the orientation alone (Exif 2.32, tag 0x0112), as TIFF of big-endian order. */
function orientationSegment(orientation: number): Buffer {
  const exif = Buffer.from('457869660000' + '4d4d002a00000008' + '0001' + '011200030000000100000000' + '00000000', 'hex');
  exif.writeUInt16BE(orientation, 24);
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(exif.length + 2, 2);
  return Buffer.concat([head, exif]);
}

/** Where the pixels of a scan end: at the next marker that is none of the scan's own. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0 && at + 1 < bytes.length; at = bytes.indexOf(0xff, at + 1)) {
    const next = bytes[at + 1] as number;
    // A stuffed zero, a restart and a fill byte belong to the scan.
    if (next !== 0 && next !== 0xff && (next < 0xd0 || next > 0xd7)) return at;
  }
  return bytes.length;
}

/** The picture to its first end of image, segment by segment; what is hung on after it is no picture. */
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
    if (marker === EOI) break;
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    const begins = KEPT_SEGMENTS[marker];
    if (marker === SOS) {
      const scanned = endOfScan(bytes, end);
      kept.push(bytes.subarray(at, scanned));
      at = scanned;
      continue;
    }
    if (isOfPixels(marker) || (begins !== undefined && bytes.toString('latin1', at + 4, at + 4 + begins.length) === begins))
      kept.push(bytes.subarray(at, end));
    at = end;
  }
  kept.push(Buffer.from([0xff, EOI]));
  return Buffer.concat(kept);
}

/** Chunks of PNG (ISO/IEC 15948) that are about pixels and their colour. */
const PNG_KEPT = ['IHDR', 'PLTE', 'IDAT', 'IEND', 'tRNS', 'cHRM', 'gAMA', 'iCCP', 'sBIT', 'sRGB', 'cICP', 'pHYs'];

/** A chunk of PNG: its length, its type, what it holds, and their sum. */
function pngChunk(type: string, held: Buffer): Buffer {
  const chunk = Buffer.alloc(12 + held.length);
  chunk.writeUInt32BE(held.length, 0);
  chunk.write(type, 4, 'latin1');
  held.copy(chunk, 8);
  chunk.writeUInt32BE(crc32(chunk.subarray(4, 8 + held.length)), 8 + held.length);
  return chunk;
}

/** A colour profile under a name of our own: the name is free text. */
const plainProfile = (held: Buffer): Buffer => Buffer.concat([Buffer.from('icc'), held.subarray(Math.max(0, held.indexOf(0)))]);

function png(bytes: Buffer): Buffer {
  const kept: Buffer[] = [bytes.subarray(0, 8)];
  for (let at = 8; at + 12 <= bytes.length;) {
    const end = at + 12 + bytes.readUInt32BE(at);
    const type = bytes.toString('latin1', at + 4, at + 8);
    if (type === 'iCCP') kept.push(pngChunk(type, plainProfile(bytes.subarray(at + 8, end - 4))));
    else if (PNG_KEPT.includes(type)) kept.push(bytes.subarray(at, end));
    if (type === 'IEND') break;
    at = end;
  }
  return Buffer.concat(kept);
}

/** Chunks of WebP (RFC 9649, 2.7) that are about pixels and their colour. */
const WEBP_KEPT = ['VP8 ', 'VP8L', 'VP8X', 'ALPH', 'ICCP', 'ANIM', 'ANMF'];
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
    if (WEBP_KEPT.includes(type)) kept.push(chunk);
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
