// Rebuilds every derived column from the record and says which moved; walks the audit chain too.
import { connect } from '../server/db';
import { migrate } from '../server/migrate';
import { defineModels } from '../server/models';
import { verify } from '../server/services/audit';
import { rebuildAll } from '../server/services/rebuild';
import { openDatabase } from './database.mjs';

const database = await openDatabase({ log: console.log });
const sequelize = connect(database.url);
defineModels(sequelize);
await migrate(sequelize);
const { trees, moved } = await rebuildAll();
for (const { tag, columns } of moved) console.log(`${tag}: ${columns.join(', ')} moved`);
const chain = await verify();
console.log(
  `${trees} trees rebuilt, ${moved.length} moved; audit chain of ${chain.entries} entries ${chain.brokenAt === null ? 'holds' : `is broken at ${chain.brokenAt}`}.`,
);
await sequelize.close();
await database.close();
process.exitCode = moved.length > 0 || chain.brokenAt !== null ? 1 : 0;
