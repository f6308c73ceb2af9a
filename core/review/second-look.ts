import type { QueueItem } from '../contracts/api';

/** From this weight on a visit is asked about first whatever the draw: dangers, disagreement, doubt. */
const ALWAYS_FROM = 6;

/**
 * A number from 0 to under 1 that belongs to a visit, the same on every device: nobody draws again by opening it once more. FNV-1a over
 * the letters of its id (Fowler, Noll and Vo), the last bits mixed once more.
 */
export function lotOf(visitId: string): number {
  let hash = 0x811c9dc5;
  for (const letter of visitId) hash = Math.imul(hash ^ letter.charCodeAt(0), 0x01000193);
  hash ^= hash >>> 15;
  hash = Math.imul(hash, 0x2c1b3c6d);
  hash ^= hash >>> 12;
  return (hash >>> 0) / 2 ** 32;
}

/**
 * Whether a reviewer answers first, before the visit's answer is shown: where it is in doubt always, and of the others the share that
 * the organisation asks for, drawn at random. With a share of 0 nobody is asked.
 * @param share of a hundred
 */
export const asksSecondLook = (item: Pick<QueueItem, 'weight'> & { visit: Pick<QueueItem['visit'], 'id'> }, share: number): boolean =>
  share > 0 && (item.weight >= ALWAYS_FROM || lotOf(item.visit.id) < share / 100);
