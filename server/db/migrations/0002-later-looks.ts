import type { Step } from './step';

/** A follow-up may be a look at one trait. */
export const laterLooks: Step = {
  name: '0002-later-looks',
  statements: ['ALTER TABLE follow_ups ADD COLUMN IF NOT EXISTS trait VARCHAR(60) NULL AFTER season'],
};
