import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../../ops/database.mjs';

// A start that finds a database running shares it, and must see it die as if it were its own.
it('a database that an earlier start left running is watched, and started again where it was', async () => {
  const dir = mkdtempSync(join(tmpdir(), 'dendrix-shared-'));
  const options = { dir, own: true, quick: true };
  const begun = await openDatabase(options);
  const shared = await openDatabase(options);
  expect([shared.url, shared.isDead?.()]).toEqual([begun.url, false]);
  const { pid } = JSON.parse(readFileSync(join(dir, 'mariadb.json'), 'utf8')) as { pid: number };
  process.kill(pid, 'SIGKILL');
  for (let tries = 0; !shared.isDead?.() && tries < 600; tries++) await new Promise((resolve) => setTimeout(resolve, 100));
  expect(shared.isDead?.()).toBe(true);
  const again = await openDatabase(options);
  expect([again.url, again.isDead?.()]).toEqual([begun.url, false]);
  await again.close();
  rmSync(dir, { recursive: true, force: true });
});
