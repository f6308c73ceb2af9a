import type { QueueItem } from '../contracts/api';
import { randomFrom, seedOf } from '../maths/random';

/** From this weight on a visit is asked about first whatever the draw: dangers, disagreement, doubt. */
const ALWAYS_FROM = 6;

/** A number from 0 to under 1 that belongs to a visit, the same on every device: nobody draws again by opening it once more. */
export const lotOf = (visitId: string): number => randomFrom(seedOf(visitId))();

/**
 * Whether a reviewer answers first, before the visit's answer is shown: where it is in doubt always, and of the others the share that
 * the organisation asks for, drawn at random. With a share of 0 nobody is asked.
 * @param share of a hundred
 */
export const asksSecondLook = (item: Pick<QueueItem, 'weight'> & { visit: Pick<QueueItem['visit'], 'id'> }, share: number): boolean =>
  share > 0 && (item.weight >= ALWAYS_FROM || lotOf(item.visit.id) < share / 100);
