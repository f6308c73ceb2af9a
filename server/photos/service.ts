import sharp from 'sharp';
import type { Account } from '@dendrix/core/contracts';
import type { Photo as RecordedPhoto } from '@dendrix/core/record';
import { HttpProblem, notFound } from '../http/problem';
import { Photo } from './model';
import { Visit } from '../visits/model';
import { sha256 } from '../audit/canonical';
import { chain } from '../audit/service';
import { inTransaction } from '../db/transaction';
import { lockTree } from '../trees/settle';
import { sentOf } from '../trees/view';
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
async function readPicture(bytes: Buffer): Promise<{ type: string; width: number; height: number; thumbnail: Buffer }> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS });
    const { format, width, height } = await picture.metadata();
    const type = FORMATS[format ?? ''];
    if (!type || !width || !height) throw new Error('not one of the types');
    if (width > LONGEST_SIDE || height > LONGEST_SIDE) throw new Error('too long');
    // Turned as it was held, then stripped of everything but the pixels.
    const thumbnail = await picture
      .rotate()
      .resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 78 })
      .toBuffer();
    return { type, width, height, thumbnail };
  } catch {
    throw new HttpProblem(422, 'Not a picture', 'This file is no picture that can be read; send JPEG, PNG or WebP.', 'body');
  }
}

/**
 * Keeps the picture of a photograph that a visit's record names, and makes its thumbnail. Sending it again changes nothing.
 * @throws HttpProblem when the visit is not there, does not name the photograph, is somebody else's, or the bytes are no picture
 */
export async function keepPhoto(world: World, visitId: string, id: string, bytes: Buffer, by: Pick<Account, 'id'>): Promise<boolean> {
  const hash = sha256(bytes);
  // Read before anything is locked: a large picture takes a while.
  const { type, width, height, thumbnail } = await readPicture(bytes);
  return inTransaction(world, async (transaction) => {
    const found = await Visit.findByPk(visitId, { transaction });
    if (!found) throw notFound('The visit of this picture');
    await lockTree(found.treeId, transaction, 'The tree of this picture');
    const already = await Photo.findByPk(id, { attributes: ['id', 'sha256', 'visitId'], transaction });
    if (already) {
      if (already.sha256 !== hash || already.visitId !== visitId)
        throw new HttpProblem(409, 'Already there', 'Another picture was sent under this id; a kept picture never changes.');
      return false;
    }
    if (found.userId !== by.id) throw new HttpProblem(403, 'Not allowed', 'Only the person who made the visit can send its pictures.');
    const named = sentOf(found).look.photos.find((photo) => photo.id === id);
    if (!named) throw new HttpProblem(422, 'Not understood', 'The visit does not name this picture.', 'id');
    checkAgainst(named, { width, height, bytes: bytes.length });
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
        picture: bytes,
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

/** A picture or its thumbnail. @throws HttpProblem 404 */
export async function photoBytes(id: string, size: 'thumbnail' | 'full'): Promise<{ type: string; bytes: Buffer; tag: string }> {
  const photo = await Photo.findByPk(id, { attributes: ['type', 'sha256', size === 'full' ? 'picture' : 'thumbnail'] });
  if (!photo) throw notFound('That picture');
  return size === 'full'
    ? { type: photo.type, bytes: photo.picture, tag: photo.sha256 }
    : { type: 'image/jpeg', bytes: photo.thumbnail, tag: `${photo.sha256}-${THUMBNAIL}` };
}

/** Pictures that have arrived for some trees. */
export const arrivedPhotos = (treeIds: readonly string[]): Promise<Pick<Photo, 'id' | 'treeId'>[]> =>
  Photo.findAll({ where: { treeId: [...treeIds] }, attributes: ['id', 'treeId'] });
