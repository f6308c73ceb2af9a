import { createCipheriv, createDecipheriv, createHash, randomBytes, scryptSync } from 'node:crypto';
import { createReadStream, createWriteStream, readFileSync, statSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';

// A backup may be sealed with a key: AES-256-GCM over the whole file, its key drawn from what stands in the key file (scrypt, RFC 7914).
// The tag stands at the end: nothing of a file that was altered is used, since it is opened into another file first and only then read.

/** First bytes of a sealed backup. */
const MAGIC = Buffer.from('DXBK1\n');
const SALT_BYTES = 16;
const NONCE_BYTES = 12;
const TAG_BYTES = 16;
const SHORTEST_KEY = 16;

/** What stands in a key file. @throws Error with a line where it is too little to be a key */
export function keyFrom(path: string): Buffer {
  const key = readFileSync(path).subarray(0, 4096);
  if (key.toString('utf8').trim().length < SHORTEST_KEY)
    throw new Error(`${path} holds too little for a key; openssl rand -base64 32 > ${path} makes one.`);
  return Buffer.from(key.toString('utf8').trim());
}

const drawn = (key: Buffer, salt: Buffer): Buffer => scryptSync(key, salt, 32, { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 });

/** Seals a file into another. */
export async function seal(from: string, to: string, key: Buffer): Promise<void> {
  const salt = randomBytes(SALT_BYTES);
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv('aes-256-gcm', drawn(key, salt), nonce);
  const out = createWriteStream(to, { mode: 0o600 });
  out.write(Buffer.concat([MAGIC, salt, nonce]));
  await pipeline(createReadStream(from), cipher, out);
  const end = await open(to, 'a');
  await end.write(cipher.getAuthTag());
  await end.close();
}

/** Whether a file is a sealed backup. */
export async function isSealed(path: string): Promise<boolean> {
  const file = await open(path, 'r');
  const begins = Buffer.alloc(MAGIC.length);
  await file.read(begins, 0, MAGIC.length, 0);
  await file.close();
  return begins.equals(MAGIC);
}

/** Opens a sealed file into another. @throws Error where the key is another, or the file was altered or cut */
export async function unseal(from: string, to: string, key: Buffer): Promise<void> {
  const { size } = statSync(from);
  const head = MAGIC.length + SALT_BYTES + NONCE_BYTES;
  if (size < head + TAG_BYTES) throw new Error('The backup is cut: it is shorter than its own head.');
  const file = await open(from, 'r');
  const begins = Buffer.alloc(head);
  const tag = Buffer.alloc(TAG_BYTES);
  await file.read(begins, 0, head, 0);
  await file.read(tag, 0, TAG_BYTES, size - TAG_BYTES);
  await file.close();
  const salt = begins.subarray(MAGIC.length, MAGIC.length + SALT_BYTES);
  const decipher = createDecipheriv('aes-256-gcm', drawn(key, salt), begins.subarray(MAGIC.length + SALT_BYTES));
  decipher.setAuthTag(tag);
  try {
    await pipeline(createReadStream(from, { start: head, end: size - TAG_BYTES - 1 }), decipher, createWriteStream(to, { mode: 0o600 }));
  } catch {
    throw new Error('The backup cannot be opened: the key is another, or the file was altered or cut.');
  }
}

/** The hash of a file. */
export async function hashOfFile(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const part of createReadStream(path)) hash.update(part as Buffer);
  return hash.digest('hex');
}
