import { createHash } from 'node:crypto';
import sharp from 'sharp';
import type { Account } from '@dendrix/core/contracts';
import { HttpProblem, notFound } from '../http/problem';
import { Photo, Visit } from '../models';
import { record } from './audit';
import type { World } from './visits';

/** Media types a picture may come in. */
export const PICTURE_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const;
const FORMATS: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };
/** Longest side of a thumbnail, pixels: sharp on a phone of three pixels to the point at 120 points. */
const THUMBNAIL = 360;
/** A picture that unpacks to more than this many pixels is a trick, not a photograph. */
const MOST_PIXELS = 60_000_000;

/** Reads a picture and makes its thumbnail. @throws HttpProblem 422 for what is no picture */
async function readPicture(bytes: Buffer): Promise<{ type: string; width: number; height: number; thumbnail: Buffer }> {
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS });
    const { format, width, height } = await picture.metadata();
    const type = FORMATS[format ?? ''];
    if (!type || !width || !height) throw new Error('not one of the types');
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
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const already = await Photo.findByPk(id, { attributes: ['id', 'sha256', 'visitId'] });
  if (already) {
    if (already.sha256 !== sha256 || already.visitId !== visitId)
      throw new HttpProblem(409, 'Already there', 'Another picture was sent under this id; a kept picture never changes.');
    return false;
  }
  const visit = await Visit.findByPk(visitId);
  if (!visit) throw notFound('The visit of this picture');
  if (visit.userId !== by.id) throw new HttpProblem(403, 'Not allowed', 'Only the person who made the visit can send its pictures.');
  if (!(visit.record.photos ?? []).some((photo) => photo.id === id))
    throw new HttpProblem(422, 'Not understood', 'The visit does not name this picture.', 'id');
  const { type, width, height, thumbnail } = await readPicture(bytes);
  await world.sequelize.transaction(async (transaction) => {
    const receivedAt = world.now();
    await Photo.create(
      { id, visitId, treeId: visit.treeId, userId: by.id, type, width, height, sha256, picture: bytes, thumbnail, receivedAt },
      { transaction },
    );
    // The chain holds the picture's hash: a picture swapped in the table would show.
    await record(
      world.sequelize,
      transaction,
      { userId: by.id, action: 'add', entity: 'photo', entityId: id, body: { visitId, type, width, height, sha256 } },
      receivedAt,
    );
  });
  return true;
}

/** A picture or its thumbnail. @throws HttpProblem 404 */
export async function photoBytes(id: string, size: 'thumbnail' | 'full'): Promise<{ type: string; bytes: Buffer; tag: string }> {
  const photo = await Photo.findByPk(id, { attributes: ['type', 'sha256', size === 'full' ? 'picture' : 'thumbnail'] });
  if (!photo) throw notFound('That picture');
  return size === 'full'
    ? { type: photo.type, bytes: photo.picture, tag: photo.sha256 }
    : { type: 'image/jpeg', bytes: photo.thumbnail, tag: `${photo.sha256}-${THUMBNAIL}` };
}

/** Ids of the pictures that have arrived for a tree. */
export async function arrivedPhotos(treeId: string): Promise<string[]> {
  return (await Photo.findAll({ where: { treeId }, attributes: ['id'] })).map((photo) => photo.id);
}
