import { QueryTypes } from 'sequelize';
import { distance, SAME_TREE_WITHIN } from '@dendrix/core/geo';
import type { KnownAnswer } from '@dendrix/core/contracts';
import { BY_PLACE, boxAround, inBox } from './within';
import type { World } from '../world';

/** Rows of a list that are asked about at once. */
export const PART = 500;

/** Kept trees that are compared at one place: where more stand on one spot, the nearest of these is told. */
const MOST_AT_ONE = 50;

/** Trees that stand within a step of places. @returns for each place that has one the nearest, by its number in the list */
export async function standingAt(
  { sequelize }: Pick<World, 'sequelize'>,
  places: readonly (readonly [latitude: number, longitude: number])[],
): Promise<KnownAnswer['near']> {
  if (places.length === 0) return [];
  // One look into the spatial index for each place, all in one statement.
  const one = ([latitude, longitude]: readonly [number, number], at: number) =>
    `(SELECT ${at} AS at, tag, latitude, longitude FROM trees FORCE INDEX (${BY_PLACE})
      WHERE ${inBox(boxAround({ latitude, longitude }, SAME_TREE_WITHIN * 1.1))} LIMIT ${MOST_AT_ONE})`;
  const rows = await sequelize.query<{ at: number; tag: string; latitude: number; longitude: number }>(
    places.map(one).join(' UNION ALL '),
    {
      type: QueryTypes.SELECT,
    },
  );
  const nearest = new Map<number, KnownAnswer['near'][number]>();
  for (const { at, tag, ...place } of rows) {
    const [latitude, longitude] = places[Number(at)] as readonly [number, number];
    const metres = distance({ latitude, longitude }, place);
    const held = nearest.get(Number(at));
    if (metres <= SAME_TREE_WITHIN && (!held || metres < held.metres)) nearest.set(Number(at), { at: Number(at), tag, metres });
  }
  return [...nearest.values()];
}

/** Which of some tags are taken. */
export async function takenTags({ sequelize }: Pick<World, 'sequelize'>, tags: readonly string[]): Promise<string[]> {
  if (tags.length === 0) return [];
  const rows = await sequelize.query<{ tag: string }>('SELECT tag FROM trees WHERE tag IN (?)', {
    type: QueryTypes.SELECT,
    replacements: [[...tags]],
  });
  return rows.map(({ tag }) => tag);
}

/** What the record knows of a part of a list: see `knownAnswer`. */
export async function knownOf(
  world: Pick<World, 'sequelize'>,
  tags: readonly string[],
  places: readonly (readonly [number, number])[],
): Promise<KnownAnswer> {
  const [taken, near] = await Promise.all([takenTags(world, tags), standingAt(world, places)]);
  return { tags: taken, near };
}
