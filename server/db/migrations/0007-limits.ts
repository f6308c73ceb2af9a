import { TABLE, type Step } from './step';

/** How often somebody asked within a while, counted by all servers together. */
export const limits: Step = {
  name: '0007-limits',
  statements: [
    `CREATE TABLE IF NOT EXISTS limits (
        who VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, since BIGINT UNSIGNED NOT NULL, hits INT UNSIGNED NOT NULL,
        PRIMARY KEY (since, who)) ${TABLE}`,
  ],
};
