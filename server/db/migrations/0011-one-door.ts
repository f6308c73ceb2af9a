import { ID, type Step } from './step';

/** Signing in where the organisation signs in, when somebody left, and whose map a background is. */
export const oneDoor: Step = {
  name: '0011-one-door',
  statements: [
    `ALTER TABLE users
       ADD COLUMN IF NOT EXISTS identity CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NULL,
       ADD COLUMN IF NOT EXISTS left_at DATETIME(3) NULL,
       ADD UNIQUE INDEX IF NOT EXISTS by_identity (identity)`,
    `ALTER TABLE backgrounds ADD COLUMN IF NOT EXISTS district_id ${ID} NULL`,
  ],
};
