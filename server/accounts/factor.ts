import { createCipheriv, createDecipheriv, createHash, hkdfSync, randomBytes, randomInt } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';
import type { Transaction } from 'sequelize';
import { RecoveryCode, User } from '../models/accounts';

// A second factor: one-time codes by time (RFC 6238, over RFC 4226), six digits, 30 seconds, SHA-1, which is what the programs on
// phones read. The secret is sealed with a key of the service, so that whoever reads the database alone has none of them.

const DIGITS = 6;
const PERIOD_S = 30;
/** A clock that is this many steps off is still taken; RFC 6238 (5.2) asks for one at most. */
const STEPS_OFF = 1;
/** RFC 4226 (4) asks for 160 bits. */
const SECRET_BYTES = 20;
const RECOVERY_CODES = 10;

const totp = (secret: Secret, label: string, issuer: string) =>
  new TOTP({ issuer, label, secret, digits: DIGITS, period: PERIOD_S, algorithm: 'SHA1' });

const keyOf = (secret: string): Buffer => Buffer.from(hkdfSync('sha256', secret, 'dendrix', 'second factor', 32));

/** Seals a text with the secret of the service: AES-256-GCM, the nonce first. */
export function seal(text: string, secret: string): string {
  const nonce = randomBytes(12);
  const cipher = createCipheriv('aes-256-gcm', keyOf(secret), nonce);
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64url');
}

/** Opens what was sealed. @throws Error where it was sealed with another secret, or altered */
export function unseal(sealed: string, secret: string): string {
  const bytes = Buffer.from(sealed, 'base64url');
  const decipher = createDecipheriv('aes-256-gcm', keyOf(secret), bytes.subarray(0, 12));
  decipher.setAuthTag(bytes.subarray(12, 28));
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8');
}

/** A new secret, in base32 for typing and as an address for a camera. */
export function offerFactor(login: string, town: string): { secret: string; uri: string } {
  const secret = new Secret({ size: SECRET_BYTES });
  return { secret: secret.base32, uri: totp(secret, login, `Dendrix ${town}`).toString() };
}

/**
 * The step of time that a code is of, where it is right.
 * @param base32 the secret
 * @param at ms
 */
export function stepOf(base32: string, code: string, at: number): number | null {
  const digits = code.replace(/\s/g, '');
  if (!/^\d{6}$/.test(digits)) return null;
  const off = totp(Secret.fromBase32(base32), '', '').validate({ token: digits, timestamp: at, window: STEPS_OFF });
  return off === null ? null : Math.floor(at / 1000 / PERIOD_S) + off;
}

const hashOf = (user: string, code: string): string =>
  createHash('sha256')
    .update(`${user}/${code.replace(/[\s-]/g, '').toLowerCase()}`)
    .digest('hex');

/** Letters and digits that are not taken for one another. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789';
const newCode = (): string => {
  const drawn = Array.from({ length: 12 }, () => LETTERS[randomInt(LETTERS.length)]).join('');
  return `${drawn.slice(0, 4)}-${drawn.slice(4, 8)}-${drawn.slice(8)}`;
};

/** Makes new recovery codes for a person; those of before are void. @returns them, to be shown once */
export async function newRecoveryCodes(userId: string, transaction: Transaction): Promise<string[]> {
  const codes = Array.from({ length: RECOVERY_CODES }, newCode);
  await RecoveryCode.destroy({ where: { userId }, transaction });
  await RecoveryCode.bulkCreate(
    codes.map((code) => ({ hash: hashOf(userId, code), userId, usedAt: null })),
    { transaction },
  );
  return codes;
}

/**
 * Whether a code is right for a person, and uses it up: a code by time is taken once, a recovery code as well.
 * @param now ms, by which the code counts
 */
export async function useCode(user: User, code: string, secret: string, now: number): Promise<boolean> {
  if (user.factor === null) return true;
  const step = stepOf(unseal(user.factor, secret), code, now);
  if (step !== null) {
    // A code of before the last one that was taken is refused, and moves nothing: else the last one could be used again.
    if (step <= (user.factorStep ?? 0)) return false;
    // Two that send the same code at once: one of them finds it used.
    const [used] = await User.update(
      { factorStep: step },
      { where: { id: user.id, factorStep: user.factorStep ?? null }, fields: ['factorStep'] },
    );
    return used === 1;
  }
  const [used] = await RecoveryCode.update(
    { usedAt: new Date(now) },
    { where: { hash: hashOf(user.id, code), userId: user.id, usedAt: null } },
  );
  return used === 1;
}
