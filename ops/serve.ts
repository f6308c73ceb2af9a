// Runs the service: migrates, takes older rows into the chain, fills an empty database with the demo town, listens, and says where.
import { createServer } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { v7 as newId } from 'uuid';
import { loadLibrary } from '@dendrix/library';
import { DEMO_PASSWORD, PEOPLE } from '../demo/people';
import { needsSeed, seedQuillhaven } from '../demo/quillhaven';
import { createApp } from '../server/app';
import { headKeeper } from '../server/audit/head';
import { anchor } from '../server/audit/service';
import { connect } from '../server/db/connect';
import { migrate } from '../server/db/migrate';
import { defineModels } from '../server/db/models';
import { Setting } from '../server/organisation/model';
import { atlasOf } from '../server/map/atlas';
import { resumeImports } from '../server/imports/service';
import { judgeUnjudged, weighUnweighed } from '../server/trees/settle';
import type { World } from '../server/world';
import { chainFile } from './chain-file.mjs';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const { DATABASE_URL, SESSION_SECRET, PORT = '8321', HOST = '127.0.0.1', DENDRIX_TODAY, LOG_LEVEL = 'warn', DENDRIX_RATE } = process.env;
if (!DATABASE_URL || !SESSION_SECRET) {
  console.error('The service needs DATABASE_URL and SESSION_SECRET; npm start sets both.');
  process.exit(1);
}

const sequelize = connect(DATABASE_URL);
defineModels(sequelize);
const ran = await migrate(sequelize).catch((error: Error) => {
  const { hostname, port } = new URL(DATABASE_URL);
  console.error(`The database at ${hostname}:${port || '3306'} cannot be used: ${error.message.split('\n')[0]}`);
  process.exit(1);
});
if (ran.length > 0) console.log(`Database brought to ${ran.at(-1)}.`);
const library = loadLibrary();
/** In a demonstration the day can be set; it then stands still. */
const now = () => (DENDRIX_TODAY ? new Date(`${DENDRIX_TODAY}T12:00:00Z`) : new Date());
const world: World = { sequelize, library, now, newId, keepHead: headKeeper(chainFile()) };
const anchored = await anchor(world);
if (anchored > 0) console.log(`${anchored} rows of before were taken into the chain.`);
const judged = await judgeUnjudged(world);
await weighUnweighed(world);
if (judged > 0) console.log(`The visits of ${judged} trees were judged from their whole record.`);
if (await needsSeed()) {
  console.log('Planting Quillhaven …');
  const { trees, visits } = await seedQuillhaven(world, now().toISOString().slice(0, 10));
  console.log(`Quillhaven stands: ${trees} trees, ${visits} visits.`);
}
const isDemo = (await Setting.findByPk('demo-password')) !== null;

const logger = pino({ level: LOG_LEVEL });
const resumed = await resumeImports(world, (error) => logger.error({ err: error }, 'import failed'));
if (resumed > 0)
  console.log(`${resumed} list${resumed > 1 ? 's' : ''} that a stop had cut short ${resumed > 1 ? 'are' : 'is'} read again.`);
const app = createApp({
  world,
  fonts: join(root, 'node_modules', '@expo-google-fonts'),
  secret: SESSION_SECRET,
  webDir: join(root, 'app', 'dist'),
  logger,
  ...(DENDRIX_RATE ? { limit: Number(DENDRIX_RATE) } : {}),
});
const server = createServer(app);
server.on('error', (error: NodeJS.ErrnoException) => {
  console.error(
    error.code === 'EADDRINUSE'
      ? `Port ${PORT} is taken by another program; start with another, such as PORT=8322 npm start.`
      : error.message,
  );
  process.exit(1);
});
server.listen(Number(PORT), HOST, () => {
  // A map far out is counted once, before anybody asks for it.
  void atlasOf(world).catch((error: unknown) => logger.error({ err: error }, 'the map could not be counted'));
  console.log(`\nDendrix runs at http://${HOST === '0.0.0.0' ? 'localhost' : HOST}:${PORT}`);
  if (isDemo) {
    console.log(`Sign in as ${PEOPLE.map((p) => `${p.login} (${p.role})`).join(', ')}; the password of all is ${DEMO_PASSWORD}.`);
  }
});

/** Requests in flight may end for so long before their connections are cut, ms. */
const GRACE_MS = 8000;
let stopping = false;
const stop = () => {
  if (stopping) return;
  stopping = true;
  server.close(() => void sequelize.close().then(() => process.exit(0)));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
