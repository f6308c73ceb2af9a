import sharp from 'sharp';
import type { Account } from '@dendrix/core/contracts';
import type { Photo as RecordedPhoto } from '@dendrix/core/record';
import { HttpProblem, notFound } from '../http/problem';
import { Photo } from '../models/photos';
import { Visit } from '../models/visits';
import { sha256 } from '../chain/canonical';
import { chain } from '../chain/service';
import { inTransaction } from '../db/transaction';
import { lockTree } from '../trees/rows';
import { sentOf } from '../trees/view';
import { stripped } from './strip';
import type { World } from '../world';

/** Media types a picture may come in. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
const FORMATS: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
/** Longest side of a thumbnail, pixels: sharp on a phone of three pixels to the point at 120 points. */
const THUMBNAIL = 360;
/** A picture that unpacks to more than this many pixels is a trick, not a photograph. */
const MOST_PIXELS = 60_000_000;
/** Longest side that is kept, pixels. */
const LONGEST_SIDE = 20_000;

/** Reads a picture and makes its thumbnail. @throws HttpProblem 422 for what is no picture */
async function readPicture(
  bytes: Buffer,
): Promise<{ type: string; width: number; height: number; orientation: number; thumbnail: Buffer }> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS });
    const { format, width, height, orientation = 1 } = await picture.metadata();
    const type = FORMATS[format ?? ''];
    if (!type || !width || !height) throw new Error('not one of the types');
    if (width > LONGEST_SIDE || height > LONGEST_SIDE) throw new Error('too long');
    // Turned as it was held, then stripped of everything but the pixels.
    const thumbnail = await picture
      .rotate()
      .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 78 })
      .toBuffer();
    return { type, width, height, orientation, thumbnail };
  } catch {
    throw new HttpProblem(422, 'Not a picture', 'This file is not a readable photo. Use JPEG, PNG or WebP.', 'body');
  }
}

/** What the record says of a photograph, and that this person may send it. @throws HttpProblem where it does not, or they may not */
function namedIn(visit: Visit, id: string, by: Pick<Account, 'id'>): RecordedPhoto {
  if (visit.userId !== by.id) throw new HttpProblem(403, 'Not allowed', 'Only the person who made the visit can upload its photos.');
  const named = sentOf(visit).look.photos.find((photo) => photo.id === id);
  if (!named) throw new HttpProblem(422, 'Not understood', 'This photo does not belong to the visit.', 'id');
  return named;
}

const visitGone = () => notFound('The visit of this picture');
const away = () =>
  new HttpProblem(503, 'Not now', 'Photo storage is unavailable. The photo is saved on this device and will upload later.');

/** A picture as it came. */
interface Sent {
  bytes: Buffer;
  hash: string;
  type: string;
  measured: { width: number; height: number; bytes: number };
}

/**
 * Puts a picture into the store of pictures, before anything is locked: it may be slow. Only one that its visit names, from who made
 * it, and never over another that is kept under its id.
 * @returns whether there is such a store, so that the row goes without the picture
 */
async function keptApart(world: World, visitId: string, id: string, picture: Sent, by: Pick<Account, 'id'>): Promise<boolean> {
  if (!world.pictures) return false;
  const already = await Photo.count({ where: { id } });
  if (already > 0) return true;
  const visit = await Visit.findByPk(visitId);
  if (!visit) throw visitGone();
  checkAgainst(namedIn(visit, id, by), picture.measured);
  try {
    // Somebody may have sent another one under this id a moment ago: what is kept first stays.
    const there = await world.pictures.get(id);
    if (there === null) await world.pictures.put(id, picture.bytes, picture.type);
    else if (sha256(there) !== picture.hash) throw taken();
  } catch (error) {
    throw error instanceof HttpProblem ? error : Object.assign(away(), { cause: error });
  }
  return true;
}

const taken = () => new HttpProblem(409, 'Already there', 'A photo with this ID is already saved and cannot be changed.');

/**
 * Keeps the picture of a photograph that a visit's record names, without what it says besides its pixels, and makes its thumbnail.
 * Sending it again changes nothing.
 * @throws HttpProblem when the visit is not there, does not name the photograph, is somebody else's, or the bytes are no picture; 503
 *   where pictures are kept apart and that store cannot be reached
 */
export async function keepPhoto(world: World, visitId: string, id: string, sent: Buffer, by: Pick<Account, 'id'>): Promise<boolean> {
  // Read before anything is locked: a large picture takes a while.
  const { type, width, height, orientation, thumbnail } = await readPicture(sent);
  const bytes = stripped(sent, type, orientation);
  const hash = sha256(bytes);
  const measured = { width, height, bytes: sent.length };
  const apart = await keptApart(world, visitId, id, { bytes, hash, type, measured }, by);
  return inTransaction(world, async (transaction) => {
    const found = await Visit.findByPk(visitId, { transaction });
    if (!found) throw visitGone();
    await lockTree(found.treeId, transaction, 'The tree of this picture');
    const already = await Photo.findByPk(id, { attributes: ['id', 'sha256', 'visitId'], transaction });
    if (already) {
      if (already.sha256 !== hash || already.visitId !== visitId) throw taken();
      return false;
    }
    checkAgainst(namedIn(found, id, by), measured);
    await Photo.create(
      {
        id,
        visitId,
        treeId: found.treeId,
        userId: by.id,
        type,
        width,
        height,
        sha256: hash,
        picture: apart ? null : bytes,
        thumbnail,
        receivedAt: world.now(),
      },
      { transaction },
    );
    // The chain holds the row, and the row the picture's hash: a picture swapped in the table shows.
    await chain(world, transaction, {
      userId: by.id,
      action: 'add',
      entity: 'photo',
      entityId: id,
      body: { visitId, sha256: hash },
      wrote: { photos: [id] },
    });
    return true;
  });
}

/**
 * The record says how large the picture is; another one under its id is not the one that was taken. A picture may lie on its side:
 * a camera that writes the turn beside the pixels counts width and height the other way round.
 */
function checkAgainst(named: RecordedPhoto, sent: { width: number; height: number; bytes: number }): void {
  const sides = (of: { width: number; height: number }) => [of.width, of.height].sort((a, b) => a - b).join();
  if (sides(named) !== sides(sent) || named.bytes !== sent.bytes)
    throw new HttpProblem(
      422,
      'Another picture',
      `The visit names a picture of ${named.width} by ${named.height} (${named.bytes} bytes); this one has ${sent.width} by ${sent.height} (${sent.bytes} bytes).`,
      'body',
    );
}

/**
 * The picture of a row, from the row or from the store of pictures.
 * @throws Error where the store cannot be reached, or holds none under this id
 */
export async function pictureOf({ pictures }: Pick<World, 'pictures'>, photo: Pick<Photo, 'id' | 'picture'>): Promise<Buffer> {
  if (photo.picture) return photo.picture;
  if (!pictures) throw new Error('This picture is kept in a store that DENDRIX_PICTURES does not name any more.');
  const bytes = await pictures.get(photo.id);
  if (!bytes) throw new Error('The store of pictures does not hold this one.');
  return bytes;
}

/** A picture or its thumbnail. @throws HttpProblem 404; 503 where it is kept apart and cannot be reached */
export async function photoBytes(
  world: Pick<World, 'pictures'>,
  id: string,
  size: 'thumbnail' | 'full',
): Promise<{ type: string; bytes: Buffer; tag: string }> {
  const photo = await Photo.findByPk(id, { attributes: ['id', 'type', 'sha256', size === 'full' ? 'picture' : 'thumbnail'] });
  if (!photo) throw notFound('That picture');
  if (size === 'thumbnail') return { type: 'image/jpeg', bytes: photo.thumbnail, tag: `${photo.sha256}-${THUMBNAIL}` };
  const bytes = await pictureOf(world, photo).catch((cause: unknown) => {
    throw Object.assign(new HttpProblem(503, 'Not now', 'The full photo is unavailable now. The thumbnail is shown.'), { cause });
  });
  return { type: photo.type, bytes, tag: photo.sha256 };
}
