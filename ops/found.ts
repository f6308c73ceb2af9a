// Founds a town in an empty database: its name, its district, what it picks, and its first administrator, who sets a password by a link.
import { districtSubmission } from '@dendrix/core/contracts';
import { invite } from '../server/accounts/people';
import { anchor, chain } from '../server/chain/service';
import { User } from '../server/models/accounts';
import { migrate } from '../server/db/migrate';
import { inTransaction } from '../server/db/transaction';
import { putDistrict, SET_UP, TOWN_NAME } from '../server/districts/service';
import { Setting } from '../server/models/organisation';
import { THE_ORGANISATION, writeOrganisation } from '../server/organisation/service';
import { Tree } from '../server/models/trees';
import type { World } from '../server/world';
import { openPlace } from './place';
import { foundingFrom, type Founding } from './founding';

/**
 * Founds a town.
 * @returns the path of the one-time link for its administrator
 * @throws Error where something stands in the database already
 */
export async function found(world: World, given: Founding, now: Date): Promise<string> {
  if ((await Tree.findOne({ attributes: ['id'] })) !== null || (await User.findOne({ attributes: ['id'] })) !== null)
    throw new Error('This database is not empty. Create the town in an empty database.');
  const { name, administrator, login, latitude, longitude, timeZone, hardiness, ...picks } = given;
  await putDistrict(
    world,
    world.newId(),
    districtSubmission.parse({ name, latitude, longitude, timeZone, hardiness: hardiness ?? null }),
    null,
  );
  await writeOrganisation(world, picks, null);
  // The administrator comes last: a founding that was cut short before is done again from the start.
  const { link } = await invite(world, { name: administrator, login, role: 'administrator', districts: [] }, null, now);
  await inTransaction(world, async (transaction) => {
    await Setting.upsert({ name: TOWN_NAME, value: name }, { transaction });
    await Setting.upsert({ name: SET_UP, value: 'going on' }, { transaction });
    await chain(world, transaction, {
      userId: null,
      action: 'found',
      entity: 'organisation',
      entityId: THE_ORGANISATION,
      body: { name },
      wrote: { settings: [TOWN_NAME, SET_UP] },
    });
  });
  return link.path;
}

/** Run by `npm run town`: founds one where none stands, and prints the path of the link. Exits with 2 where an answer is wrong. */
async function main(): Promise<void> {
  const { world, close } = await openPlace(true);
  await migrate(world.sequelize);
  await anchor(world);
  if ((await Setting.findByPk('demo-password')) !== null)
    throw new Error('The demonstration stands in this database. Give the town a folder of its own: DENDRIX_DATA=/path npm run town');
  if ((await Setting.findByPk(TOWN_NAME)) === null) {
    const given = await foundingFrom(process.argv.slice(2)).catch((error: Error) => {
      console.error(error.message);
      process.exit(2);
    });
    const path = await found(world, given, new Date());
    console.log(`LINK ${path}`);
  }
  await close();
}

if (/found\.(ts|mjs)$/.test(process.argv[1] ?? ''))
  main().catch((error: Error) => {
    console.error(error.message.split('\n')[0]);
    process.exit(1);
  });
