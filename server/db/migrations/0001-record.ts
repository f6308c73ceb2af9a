import { ID, TABLE, type Step } from './step';

/** People, trees, visits, reviews, names, follow-ups, the audit chain, imports, sessions, settings. */
export const record: Step = {
  name: '0001-record',
  statements: [
    `CREATE TABLE IF NOT EXISTS users (
        id ${ID} PRIMARY KEY, name VARCHAR(120) NOT NULL, login VARCHAR(60) NOT NULL UNIQUE,
        password_hash VARCHAR(200) NOT NULL, role ENUM('viewer','crew','reviewer','coordinator') NOT NULL,
        created_at DATETIME(3) NOT NULL) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS trees (
        id ${ID} PRIMARY KEY, tag VARCHAR(30) NOT NULL UNIQUE, place VARCHAR(120) NOT NULL,
        site_kind ENUM('street','park','garden','other') NOT NULL,
        latitude DOUBLE NOT NULL, longitude DOUBLE NOT NULL, point POINT NOT NULL,
        planted_year SMALLINT NULL, planted BOOLEAN NULL, written_name VARCHAR(200) NULL,
        listed_dbh DOUBLE NULL, listed_dbh_entered VARCHAR(40) NULL, listed_height DOUBLE NULL,
        note TEXT NOT NULL, created_at DATETIME(3) NOT NULL, created_by ${ID} NULL, import_id ${ID} NULL,
        taxon VARCHAR(120) NULL, level VARCHAR(20) NULL, standing VARCHAR(20) NOT NULL DEFAULT 'unnamed',
        dbh DOUBLE NULL, height DOUBLE NULL, vigour VARCHAR(20) NULL, soundness VARCHAR(60) NULL, hidden_decay VARCHAR(60) NULL,
        seen_percent TINYINT UNSIGNED NULL, due_on DATE NULL, due_because VARCHAR(1000) NULL, last_visit_on DATE NULL,
        SPATIAL INDEX (point), INDEX (due_on), INDEX (taxon),
        FOREIGN KEY (created_by) REFERENCES users (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS visits (
        id ${ID} PRIMARY KEY, tree_id ${ID} NOT NULL, user_id ${ID} NOT NULL,
        started_at DATETIME(3) NOT NULL, finished_at DATETIME(3) NOT NULL, time_zone VARCHAR(60) NOT NULL,
        library_version VARCHAR(40) NOT NULL, record JSON NOT NULL, name JSON NULL, judgement JSON NOT NULL, come_back JSON NULL,
        amends ${ID} NULL, received_at DATETIME(3) NOT NULL,
        INDEX (tree_id, finished_at),
        FOREIGN KEY (tree_id) REFERENCES trees (id), FOREIGN KEY (user_id) REFERENCES users (id),
        FOREIGN KEY (amends) REFERENCES visits (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS reviews (
        id ${ID} PRIMARY KEY, visit_id ${ID} NOT NULL, tree_id ${ID} NOT NULL, user_id ${ID} NOT NULL, at DATETIME(3) NOT NULL,
        verdict ENUM('confirm','question','overturn') NOT NULL, second_look VARCHAR(120) NULL, taxon VARCHAR(120) NULL,
        reason TEXT NOT NULL, INDEX (visit_id),
        FOREIGN KEY (visit_id) REFERENCES visits (id), FOREIGN KEY (tree_id) REFERENCES trees (id),
        FOREIGN KEY (user_id) REFERENCES users (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS determinations (
        id ${ID} PRIMARY KEY, tree_id ${ID} NOT NULL, visit_id ${ID} NULL, review_id ${ID} NULL, user_id ${ID} NULL, at DATETIME(3) NOT NULL,
        taxon VARCHAR(120) NULL, level VARCHAR(20) NOT NULL, source ENUM('import','visit','review') NOT NULL, why TEXT NOT NULL,
        infraspecific VARCHAR(200) NULL, INDEX (tree_id, at),
        FOREIGN KEY (tree_id) REFERENCES trees (id), FOREIGN KEY (visit_id) REFERENCES visits (id),
        FOREIGN KEY (review_id) REFERENCES reviews (id), FOREIGN KEY (user_id) REFERENCES users (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS follow_ups (
        id ${ID} PRIMARY KEY, tree_id ${ID} NOT NULL, visit_id ${ID} NULL, due_on DATE NOT NULL, because VARCHAR(1000) NOT NULL,
        season VARCHAR(40) NULL, done_on DATE NULL, INDEX (tree_id),
        FOREIGN KEY (tree_id) REFERENCES trees (id), FOREIGN KEY (visit_id) REFERENCES visits (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS audit_entries (
        seq BIGINT UNSIGNED PRIMARY KEY, at VARCHAR(30) NOT NULL, user_id ${ID} NULL, action VARCHAR(40) NOT NULL,
        entity VARCHAR(40) NOT NULL, entity_id ${ID} NOT NULL, body LONGTEXT NOT NULL,
        previous_hash CHAR(64) CHARACTER SET ascii NOT NULL, hash CHAR(64) CHARACTER SET ascii NOT NULL) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS audit_head (one TINYINT PRIMARY KEY, seq BIGINT UNSIGNED NOT NULL, hash CHAR(64) CHARACTER SET ascii NOT NULL) ${TABLE}`,
    `INSERT IGNORE INTO audit_head VALUES (1, 0, '${'0'.repeat(64)}')`,
    `CREATE TABLE IF NOT EXISTS imports (
        id ${ID} PRIMARY KEY, user_id ${ID} NOT NULL, state ENUM('running','done','failed','stopped') NOT NULL,
        done INT UNSIGNED NOT NULL, total INT UNSIGNED NOT NULL, report JSON NULL, detail TEXT NULL, created_at DATETIME(3) NOT NULL,
        FOREIGN KEY (user_id) REFERENCES users (id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS sessions (
        sid VARCHAR(64) PRIMARY KEY, expires DATETIME(3) NULL, data TEXT NULL) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS settings (name VARCHAR(60) PRIMARY KEY, value VARCHAR(200) NOT NULL) ${TABLE}`,
  ],
};
