import type { Step } from './step';

/**
 * A visit is one look of one day: version of what was sent, the day by the zone of the place, the looks it planned, and beside the
 * judgement that the server makes from the whole record what the device had said. Visits of before keep what they sent and are
 * lifted when they are read; their judgement, which was the device's, moves to its own column and is made anew.
 */
export const look: Step = {
  name: '0004-look',
  statements: [
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS `schema` SMALLINT UNSIGNED NOT NULL DEFAULT 1 AFTER time_zone',
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS day DATE NULL AFTER `schema`',
    "ALTER TABLE visits ADD COLUMN IF NOT EXISTS units VARCHAR(10) NOT NULL DEFAULT 'metric' AFTER library_version",
    'ALTER TABLE visits CHANGE COLUMN IF EXISTS record look JSON NOT NULL',
    'ALTER TABLE visits CHANGE COLUMN IF EXISTS judgement device_judgement JSON NULL',
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS later_looks JSON NULL AFTER come_back',
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS judged JSON NULL',
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS judged_with JSON NULL',
    'ALTER TABLE visits ADD INDEX IF NOT EXISTS by_day (tree_id, day)',
    // What follows from the record is made anew; it needs no name of its own that outlives that.
    'ALTER TABLE follow_ups ADD COLUMN IF NOT EXISTS because_of VARCHAR(120) NULL',
    'ALTER TABLE trees ADD COLUMN IF NOT EXISTS risk VARCHAR(20) NULL AFTER seen_percent',
    'ALTER TABLE trees ADD COLUMN IF NOT EXISTS first_due_on DATE NULL AFTER import_id',
    'UPDATE trees t JOIN follow_ups f ON f.tree_id = t.id AND f.visit_id IS NULL AND f.because_of IS NULL SET t.first_due_on = f.due_on WHERE t.first_due_on IS NULL',
  ],
};
