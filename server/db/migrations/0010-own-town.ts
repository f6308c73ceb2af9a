import { ID, TABLE, type Step } from './step';

/**
 * A town of its own: administrators, people who come and go, one-time links, second factors, sessions that somebody else may end, its
 * districts and what lies behind its map.
 */
export const ownTown: Step = {
  name: '0010-own-town',
  statements: [
    // Nothing in `state` is somebody who works here, so that the hashes of before stay true.
    `ALTER TABLE users
       MODIFY role ENUM('viewer','crew','reviewer','coordinator','administrator') NOT NULL,
       MODIFY password_hash VARCHAR(200) NULL,
       ADD COLUMN IF NOT EXISTS state VARCHAR(20) NULL,
       ADD COLUMN IF NOT EXISTS districts LONGTEXT NULL,
       ADD COLUMN IF NOT EXISTS factor VARCHAR(400) NULL,
       ADD COLUMN IF NOT EXISTS factor_step BIGINT UNSIGNED NULL`,
    `ALTER TABLE sessions
       ADD COLUMN IF NOT EXISTS id ${ID} NULL,
       ADD COLUMN IF NOT EXISTS began_at DATETIME(3) NULL,
       ADD COLUMN IF NOT EXISTS device VARCHAR(200) NULL,
       ADD COLUMN IF NOT EXISTS ended VARCHAR(10) NULL,
       ADD INDEX IF NOT EXISTS by_user (user_id)`,
    `CREATE TABLE IF NOT EXISTS links (
       hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY, user_id ${ID} NOT NULL, kind VARCHAR(20) NOT NULL, made_by ${ID} NULL,
       made_at DATETIME(3) NOT NULL, expires_at DATETIME(3) NOT NULL, used_at DATETIME(3) NULL, INDEX by_user (user_id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS recovery_codes (
       hash CHAR(64) CHARACTER SET ascii COLLATE ascii_bin PRIMARY KEY, user_id ${ID} NOT NULL, used_at DATETIME(3) NULL,
       INDEX by_user (user_id)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS tries (
       who VARCHAR(200) COLLATE utf8mb4_bin PRIMARY KEY, wrong INT UNSIGNED NOT NULL, since DATETIME(3) NOT NULL, INDEX by_since (since)) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS districts (
       id ${ID} PRIMARY KEY, name VARCHAR(120) NOT NULL, body LONGTEXT NOT NULL, at DATETIME(3) NOT NULL,
       gone_at DATETIME(3) NULL) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS backgrounds (
       id ${ID} PRIMARY KEY, name VARCHAR(120) NOT NULL, kind VARCHAR(20) NOT NULL, attribution VARCHAR(500) NOT NULL,
       size BIGINT UNSIGNED NOT NULL, sha256 CHAR(64) CHARACTER SET ascii NOT NULL, whole BOOLEAN NOT NULL, at DATETIME(3) NOT NULL) ${TABLE}`,
    `CREATE TABLE IF NOT EXISTS background_parts (
       background_id ${ID} NOT NULL, n INT UNSIGNED NOT NULL, data MEDIUMBLOB NOT NULL, PRIMARY KEY (background_id, n)) ${TABLE}`,
    // In which district a tree stands follows from the outlines; kept so that a district's work is read by itself.
    `ALTER TABLE trees
       ADD COLUMN IF NOT EXISTS district_id ${ID} NULL,
       ADD INDEX IF NOT EXISTS by_district (district_id, due_on)`,
  ],
};
