import type { Sequelize } from 'sequelize';
import type { Library } from '@dendrix/core/knowledge';
import { dayAt } from '@dendrix/core/time';
import type { HeadPlace } from './chain/head';
import type { PictureStore } from './photos/store';

/** What the services need of the world around them. */
export interface World extends HeadPlace {
  sequelize: Sequelize;
  library: Library;
  now: () => Date;
  newId: () => string;
  /** Where pictures are kept; in the database where nothing is said. */
  pictures?: PictureStore;
}

/** Today where the town's first district lies, ISO date: for what is of no one tree. */
export const townDay = ({ library, now }: Pick<World, 'library' | 'now'>): string => dayAt(now(), library.districts[0]?.timeZone ?? 'UTC');

/** Clocks on phones run ahead a little; what is said to be further in the future comes from a wrong clock. ms */
export const CLOCK_SLACK_MS = 24 * 3600 * 1000;
