// Makes everything derived anew from the record and says what moved; holds the whole record against the chain, and the chain against
// the heads kept apart from the database.
//
//   npm run rebuild                       what moved, and what is not as it was written; exit code 1 where anything is
//   npm run rebuild -- --head             prints the head of the chain, to be kept elsewhere
//   npm run rebuild -- --against "HEAD"   holds the chain against a head that was printed
import { parseArgs } from 'node:util';
import { headLine, keptHeads, readHead } from '../server/chain/head';
import { anchor, chainHead } from '../server/chain/service';
import { verify } from '../server/audit/verify';
import { keepDistricts } from '../server/districts/service';
import { migrate } from '../server/db/migrate';
import { rebuildAll } from '../server/trees/rebuild';
import { openPlace } from './place';

const { values } = parseArgs({ options: { head: { type: 'boolean' }, against: { type: 'string' } } });
const given = values.against === undefined ? null : readHead(values.against);
if (values.against !== undefined && !given) {
  console.error('--against takes a head as --head prints it: number, hash and time.');
  process.exit(2);
}

const { world, chainFile, close } = await openPlace(false).catch((error: Error) => {
  console.error(error.message.split('\n')[0]);
  process.exit(1);
});
try {
  await migrate(world.sequelize);
  if (values.head) {
    const head = await chainHead();
    console.log(head ? headLine(head) : 'The chain has no entry yet.');
  } else {
    await keepDistricts(world);
    await anchor(world);
    const { entries, rows, findings } = await verify(world, [...keptHeads(chainFile), ...(given ? [given] : [])]);
    const { trees, moved } = await rebuildAll(world);
    console.log(`${trees} trees rebuilt from the record; ${moved.length === 0 ? 'none moved' : `${moved.length} moved`}.`);
    for (const { tag, what } of moved) console.log(`  ${tag}: ${what.join(', ')}`);
    console.log(
      findings.length === 0
        ? `The chain of ${entries} entries holds, and so do ${rows} rows of the record.`
        : `${findings.length} places are not as they were written:`,
    );
    for (const { what, where } of findings.slice(0, 200)) console.log(`  ${what}: ${where}`);
    if (moved.length > 0 || findings.length > 0) process.exitCode = 1;
  }
} finally {
  await close();
}
