// Backup, restore and verify.
//
//   npm run backup -- --to FILE [--key KEYFILE]     everything, while the service goes on; sealed where a key is given
//   npm run restore -- --from FILE [--key KEYFILE]  into an empty place, and holds it against its chain
//   npm run verify                                  chain, rows, pictures and derived columns; exit code 1 where anything is not as written
//
// --town works on the folder of npm run town, as DENDRIX_DATA and DATABASE_URL do on others.
import { statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { keptHeads, type ChainHead } from '../server/chain/head';
import { verify } from '../server/audit/verify';
import { isNewest } from '../server/db/migrate';
import { keepDistricts } from '../server/districts/service';
import { rebuildAll } from '../server/trees/rebuild';
import { backUp, restore } from './backup/archive';
import { openPlace, type OpenPlace } from './place';

const SHOWN = 200;

/**
 * Holds everything against everything else.
 * @returns whether all of it is as it was written; null of an older version, which this one cannot hold against its chain
 */
async function holds({ world, chainFile }: OpenPlace, more: readonly ChainHead[] = []): Promise<boolean | null> {
  if (!(await isNewest(world.sequelize))) {
    console.log('It is of an older version, which alone can hold it against its chain; or start this version on it, and verify then.');
    return null;
  }
  await keepDistricts(world);
  const { entries, rows, findings } = await verify(world, [...keptHeads(chainFile), ...more]);
  const { trees, moved } = await rebuildAll(world, undefined, false);
  console.log(`${entries} entries of the chain, ${rows} rows of the record, ${trees} trees looked at.`);
  for (const { what, where } of findings.slice(0, SHOWN)) console.log(`  ${what}: ${where}`);
  for (const { tag, what } of moved.slice(0, SHOWN)) console.log(`  ${tag}: ${what.join(', ')} not as the record says`);
  const found = findings.length + moved.length;
  console.log(found === 0 ? 'All of it is as it was written.' : `${found} places are not as they were written.`);
  return found === 0;
}

async function main(): Promise<void> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: { to: { type: 'string' }, from: { type: 'string' }, key: { type: 'string' }, town: { type: 'boolean', default: false } },
  });
  const [what] = positionals;
  if (what !== 'backup' && what !== 'restore' && what !== 'verify') throw new Error('Say backup, restore or verify.');
  if (what === 'backup' && !values.to) throw new Error('--to names the file the backup is written to.');
  if (what === 'restore' && !values.from) throw new Error('--from names the backup.');
  const place = await openPlace(values.town);
  const { url, world, chainFile } = place;
  const of = { url, sequelize: world.sequelize, chainFile, ...(world.pictures ? { pictures: world.pictures } : {}) };
  try {
    if (what === 'backup') {
      const to = values.to as string;
      const { rows, head } = await backUp(of, to, values.key);
      const all = Object.values(rows).reduce((sum, n) => sum + n, 0);
      console.log(
        `${to}: ${(statSync(to).size / 1e6).toFixed(1)} MB, ${all} rows${values.key ? ', sealed' : ''}. Its chain ends at ${head ?? 'nothing yet'}.`,
      );
    } else if (what === 'restore') {
      const { manifest, heads } = await restore(of, values.from as string, values.key);
      console.log(`Restored as it was on ${manifest.at}, schema ${manifest.schema}.`);
      // An older one is restored all the same.
      if ((await holds(place, heads)) === false) process.exitCode = 1;
    } else if (!(await holds(place))) process.exitCode = 1;
  } finally {
    await place.close();
  }
}

main().catch((error: Error) => {
  console.error(error.message.split('\n')[0]);
  process.exit(error.message.startsWith('--') || error.message.startsWith('Say') || 'code' in error ? 2 : 1);
});
