import type { Step } from './step';

/**
 * Danger is remembered: which rules a tree was last assessed by, when a danger came to light that the rules of before had forgotten,
 * and the defects that a reviewer closed.
 */
export const memory: Step = {
  name: '0012-memory',
  statements: [
    `ALTER TABLE trees
       ADD COLUMN IF NOT EXISTS rules INT UNSIGNED NULL,
       ADD INDEX IF NOT EXISTS by_rules (rules, id)`,
    `ALTER TABLE visits ADD COLUMN IF NOT EXISTS forgotten_at DATETIME(3) NULL`,
    `ALTER TABLE reviews ADD COLUMN IF NOT EXISTS closes LONGTEXT NULL`,
  ],
};
