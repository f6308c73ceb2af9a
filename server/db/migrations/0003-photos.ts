import { ID, TABLE, type Step } from './step';

/** Pictures are kept beside the record, so that one backup holds everything and several servers can share it. */
export const photos: Step = {
  name: '0003-photos',
  statements: [
    `CREATE TABLE IF NOT EXISTS photos (
        id ${ID} PRIMARY KEY, visit_id ${ID} NOT NULL, tree_id ${ID} NOT NULL, user_id ${ID} NOT NULL,
        type VARCHAR(40) NOT NULL, width SMALLINT UNSIGNED NOT NULL, height SMALLINT UNSIGNED NOT NULL,
        sha256 CHAR(64) CHARACTER SET ascii NOT NULL, picture MEDIUMBLOB NOT NULL, thumbnail MEDIUMBLOB NOT NULL,
        received_at DATETIME(3) NOT NULL, INDEX (tree_id),
        FOREIGN KEY (visit_id) REFERENCES visits (id), FOREIGN KEY (tree_id) REFERENCES trees (id),
        FOREIGN KEY (user_id) REFERENCES users (id)) ${TABLE}`,
  ],
};
