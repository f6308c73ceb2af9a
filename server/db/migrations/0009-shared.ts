import { ID, TABLE, type Step } from './step';

/**
 * What several people do at one tree: what a reviewer reads point by point, talk, putting off, who had what before them, where somebody
 * stands now; and the rounds of a day, in which a tree stands once.
 */
export const shared: Step = {
  name: '0009-shared',
  statements: [
    `ALTER TABLE reviews
       ADD COLUMN IF NOT EXISTS bands LONGTEXT NULL,
       ADD COLUMN IF NOT EXISTS points LONGTEXT NULL,
       ADD COLUMN IF NOT EXISTS wanted LONGTEXT NULL,
       ADD COLUMN IF NOT EXISTS knew LONGTEXT NULL,
       ADD INDEX IF NOT EXISTS by_at (at, id)`,
    `CREATE TABLE IF NOT EXISTS messages (
       id ${ID} PRIMARY KEY, tree_id ${ID} NOT NULL, visit_id ${ID} NULL, point VARCHAR(160) NOT NULL, user_id ${ID} NOT NULL,
       at DATETIME(3) NOT NULL, received_at DATETIME(3) NOT NULL, text TEXT NOT NULL, mentions LONGTEXT NOT NULL,
       INDEX by_tree (tree_id, at)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS told (
       user_id ${ID} NOT NULL, what_id ${ID} NOT NULL, kind VARCHAR(20) NOT NULL, tree_id ${ID} NOT NULL, at DATETIME(3) NOT NULL,
       PRIMARY KEY (user_id, what_id), INDEX by_user (user_id, at)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS put_offs (
       id ${ID} PRIMARY KEY, tree_id ${ID} NOT NULL, user_id ${ID} NOT NULL, at DATETIME(3) NOT NULL, received_at DATETIME(3) NOT NULL,
       until DATE NOT NULL, reason VARCHAR(500) NOT NULL, INDEX by_tree (tree_id, at), INDEX by_until (until)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS seen (
       what_id ${ID} NOT NULL, user_id ${ID} NOT NULL, tree_id ${ID} NOT NULL, at DATETIME(3) NOT NULL,
       PRIMARY KEY (what_id, user_id), INDEX by_tree (tree_id), INDEX by_at (at)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS presence (
       user_id ${ID} PRIMARY KEY, tree_id ${ID} NULL, at DATETIME(3) NOT NULL, INDEX by_at (at), INDEX by_tree (tree_id, at)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS rounds (
       id ${ID} PRIMARY KEY, day DATE NOT NULL, user_id ${ID} NOT NULL, made_by ${ID} NOT NULL, made_at DATETIME(3) NOT NULL,
       plan LONGTEXT NOT NULL, INDEX by_day (day), UNIQUE INDEX one_a_day (user_id, day)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS round_stops (
       day DATE NOT NULL, tree_id ${ID} NOT NULL, round_id ${ID} NOT NULL, place SMALLINT NOT NULL,
       PRIMARY KEY (day, tree_id), INDEX of_round (round_id, place)) ${TABLE}`,
    // A setting may hold more than a word, such as what a town has learnt of its marks.
    'ALTER TABLE settings MODIFY value MEDIUMTEXT NOT NULL',
    // What is still open, by its day: the looks of a season, and how many wait.
    'ALTER TABLE follow_ups ADD INDEX IF NOT EXISTS open_by_day (done_on, due_on, trait)',
    // The entries that speak of one thing, so that one tree can be held against the chain.
    'ALTER TABLE audit_entries ADD INDEX IF NOT EXISTS by_entity (entity_id, seq)',
    // Who changed what, for those who listen; a tree that lists have anew needs neither.
    `ALTER TABLE changes
       ADD COLUMN IF NOT EXISTS what VARCHAR(20) NULL,
       ADD COLUMN IF NOT EXISTS user_id ${ID} NULL,
       ADD COLUMN IF NOT EXISTS told TEXT NULL`,
    // Of what matters alike, what has waited longest comes first; and the queue of one person's visits is read by itself.
    'ALTER TABLE visits ADD INDEX IF NOT EXISTS queue (review_weight DESC, finished_at, id)',
    'ALTER TABLE visits ADD INDEX IF NOT EXISTS queue_of (user_id, review_weight DESC, finished_at, id)',
  ],
};
