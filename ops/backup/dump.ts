import { spawn } from 'node:child_process';
import { createReadStream, createWriteStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { hostOf } from '../../server/settings/addresses';
import { addressesOf } from '../../server/settings/database';

// The database out and in by MariaDB's own programs. The password goes by a file that only this user reads, never by the command line,
// which everybody on the machine can see.

/** The largest picture, and room for how it is written: as bytes, since as hexadecimal it would be twice as long and the server refuse it. */
const PACKET = '256M';

function withOptions<T>(url: string, work: (options: string, database: string) => Promise<T>): Promise<T> {
  const [address] = addressesOf(url) as [URL, ...URL[]];
  const { port, username, password, pathname } = address;
  const dir = mkdtempSync(join(tmpdir(), 'dendrix-backup-'));
  const file = join(dir, 'my.cnf');
  const quoted = (text: string) => `"${decodeURIComponent(text).replace(/(["\\])/g, '\\$1')}"`;
  writeFileSync(
    file,
    `[client]\nhost=${hostOf(address)}\nport=${port || '3306'}\nuser=${quoted(username)}\npassword=${quoted(password)}\nprotocol=TCP\nmax-allowed-packet=${PACKET}\n`,
    { mode: 0o600 },
  );
  return work(file, decodeURIComponent(pathname.slice(1))).finally(() => rmSync(dir, { recursive: true, force: true }));
}

async function ended(child: ReturnType<typeof spawn>, name: string): Promise<void> {
  let said = '';
  child.stderr?.on('data', (part: Buffer) => (said += String(part)));
  const code = await new Promise<number | null>((resolve, reject) => {
    child.once('error', () => reject(new Error(`${name} is not here; it comes with Debian's mariadb-client.`)));
    child.once('close', resolve);
  });
  if (code !== 0) throw new Error(`${name} ended with ${code}: ${said.trim().split('\n').at(-1) ?? ''}`);
}

/**
 * Writes everything in a database to a file, as it is at one moment, while others go on writing.
 * @throws Error with a line of what the program said
 */
export const dumpTo = (url: string, file: string): Promise<void> =>
  withOptions(url, async (options, database) => {
    const child = spawn(
      'mariadb-dump',
      [
        `--defaults-file=${options}`,
        '--single-transaction',
        '--quick',
        '--default-character-set=utf8mb4',
        '--skip-comments',
        '--no-tablespaces',
        database,
      ],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    const done = ended(child, 'mariadb-dump');
    await Promise.all([pipeline(child.stdout, createWriteStream(file, { mode: 0o600 })), done]);
  });

/** Reads such a file into a database. @throws Error with a line of what the program said */
export const loadFrom = (url: string, file: string): Promise<void> =>
  withOptions(url, async (options, database) => {
    const child = spawn('mariadb', [`--defaults-file=${options}`, '--default-character-set=utf8mb4', '--binary-mode', database], {
      stdio: ['pipe', 'ignore', 'pipe'],
    });
    const done = ended(child, 'mariadb');
    // Where the program ends early, what it said is told, and not that nobody read on.
    await Promise.all([pipeline(createReadStream(file), child.stdin).catch(() => undefined), done]);
  });
