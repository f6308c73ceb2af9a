import { ID, TABLE, type Step } from './step';

/**
 * What lets a city be served as fast as a village: every question a screen asks is answered from an index, and what changed is written
 * down in the order of the chain, so that every server can follow what the others wrote.
 */
export const city: Step = {
  name: '0006-city',
  statements: [
    // A tag as it is typed, without spaces and hyphens; a street without the number of the house and the side of the road.
    `ALTER TABLE trees
       ADD COLUMN IF NOT EXISTS tag_key VARCHAR(30) AS (UPPER(REGEXP_REPLACE(tag, '[^\\\\p{L}\\\\p{N}]+', ''))) PERSISTENT,
       ADD COLUMN IF NOT EXISTS street VARCHAR(120) AS
         (TRIM(REGEXP_REPLACE(SUBSTRING_INDEX(place, ',', 1), '^[0-9]+[A-Za-z]?[ ]+|[ ]+[0-9]+[ ]?[A-Za-z]?$', ''))) PERSISTENT`,
    `ALTER TABLE trees
       ADD INDEX IF NOT EXISTS by_tag_key (tag_key),
       ADD INDEX IF NOT EXISTS by_street (street, taxon),
       ADD INDEX IF NOT EXISTS by_taxon (taxon, street),
       ADD INDEX IF NOT EXISTS by_written (written_name),
       ADD INDEX IF NOT EXISTS by_risk (risk, due_on),
       ADD INDEX IF NOT EXISTS by_soundness (soundness, due_on)`,
    'ALTER TABLE trees DROP INDEX IF EXISTS taxon',
    // How much the visit needs a second look; null for one that does not wait for any.
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS review_weight SMALLINT NULL',
    'ALTER TABLE visits ADD COLUMN IF NOT EXISTS unjudged BOOLEAN AS (judged IS NULL) VIRTUAL',
    `ALTER TABLE visits
       ADD INDEX IF NOT EXISTS waiting (review_weight, finished_at, id),
       ADD INDEX IF NOT EXISTS to_judge (unjudged, tree_id)`,
    // Counted while the head of the chain is held, so that the numbers have the order in which writers were done.
    'ALTER TABLE audit_head ADD COLUMN IF NOT EXISTS changes BIGINT UNSIGNED NOT NULL DEFAULT 0',
    `CREATE TABLE IF NOT EXISTS changes (n BIGINT UNSIGNED NOT NULL, tree_id ${ID} NOT NULL, PRIMARY KEY (n, tree_id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS derived_with (what VARCHAR(40) PRIMARY KEY, version VARCHAR(60) NOT NULL) ${TABLE}`,
  ],
};
