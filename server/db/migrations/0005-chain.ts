import type { Step } from './step';

/**
 * Every row of the record is hashed into the chain; sessions know whose they are, and an import keeps what it was given until it has
 * ended.
 */
export const chain: Step = {
  name: '0005-chain',
  statements: [
    'ALTER TABLE audit_entries ADD COLUMN IF NOT EXISTS hashed LONGTEXT NULL AFTER body',
    'ALTER TABLE audit_head ADD COLUMN IF NOT EXISTS anchored BOOLEAN NOT NULL DEFAULT FALSE',
    'ALTER TABLE sessions ADD COLUMN IF NOT EXISTS user_id CHAR(36) CHARACTER SET ascii COLLATE ascii_bin NULL',
    'ALTER TABLE sessions ADD INDEX IF NOT EXISTS by_user (user_id)',
    'ALTER TABLE sessions ADD INDEX IF NOT EXISTS by_expiry (expires)',
    'ALTER TABLE imports ADD COLUMN IF NOT EXISTS request LONGTEXT NULL',
    'ALTER TABLE imports ADD COLUMN IF NOT EXISTS held_until DATETIME(3) NULL',
  ],
};
