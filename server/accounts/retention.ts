import { QueryTypes } from 'sequelize';
import { addMonths, utcDay } from '@dendrix/core/time';
import type { World } from '../world';
import { erasePerson } from './people';
import { readAccessRules } from './rules';

// What is kept about people is kept for a time. The record of trees stays; who left is called somebody who left.

/** Links that were used or are too old, and where somebody stood, are kept for so many days after. */
const LINKS_DAYS = 30;
const STOOD_DAYS = 2;
const DAY_MS = 24 * 3600 * 1000;

/** What went. */
export interface LetGo {
  /** People whose names were replaced. */
  erased: number;
  links: number;
  /** Where somebody stood. */
  stood: number;
}

/**
 * Lets go of what has been kept about people for as long as it may be: names of those who left, links, where somebody stood. Done again
 * it changes nothing.
 */
export async function letGoByTime(world: World, now: Date): Promise<LetGo> {
  const { sequelize } = world;
  const { eraseAfterMonths } = await readAccessRules(world);
  let erased = 0;
  if (eraseAfterMonths !== null) {
    const before = addMonths(utcDay(now), -eraseAfterMonths);
    const rows = await sequelize.query<{ id: string }>("SELECT id FROM users WHERE state = 'disabled' AND left_at < ?", {
      type: QueryTypes.SELECT,
      replacements: [`${before} 00:00:00`],
    });
    for (const { id } of rows) if (await erasePerson(world, id, null)) erased++;
  }
  const goneBy = (table: string, column: string, days: number): Promise<number> =>
    sequelize.query(`DELETE FROM ${table} WHERE ${column} < ?`, {
      replacements: [new Date(now.getTime() - days * DAY_MS)],
      type: QueryTypes.BULKDELETE,
    });
  return { erased, links: await goneBy('links', 'expires_at', LINKS_DAYS), stood: await goneBy('presence', 'at', STOOD_DAYS) };
}
