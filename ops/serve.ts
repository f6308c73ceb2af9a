// Runs the service: migrates, takes older rows into the chain, fills an empty database with the demo town, listens, and says where.
import cluster from 'node:cluster';
import { createServer, type ServerResponse } from 'node:http';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { v7 as newId } from 'uuid';
import { loadLibrary } from '@dendrix/library';
import { DEMO_PASSWORD, PEOPLE } from '../demo/people';
import { needsSeed, seedQuillhaven } from '../demo/quillhaven';
import { createApp } from '../server/app';
import { headKeeper } from '../server/chain/head';
import { Provider } from '../server/accounts/provider';
import { letGoByTime } from '../server/accounts/retention';
import { keepDistricts } from '../server/districts/service';
import { anchor } from '../server/chain/service';
import { alone, Taken } from '../server/db/alone';
import { connect } from '../server/db/connect';
import { migrate } from '../server/db/migrate';
import { defineModels } from '../server/models';
import { Setting } from '../server/models/organisation';
import { feedOf } from '../server/live/feed';
import { atlasOf } from '../server/map/atlas';
import { resumeImports } from '../server/imports/service';
import { SettingError, shownHost } from '../server/settings/addresses';
import { addressesOf } from '../server/settings/database';
import { assessByNewRules, treesByOlderRules } from '../server/trees/rejudge';
import { followDistricts, judgeUnjudged, weighUnweighed } from '../server/trees/upkeep';
import type { World } from '../server/world';
import { chainFile } from './chain-file.mjs';
import { logInto } from './log';
import { readSettings, unread } from './settings/settings';
import { utcDay } from '../core/time';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
/** Says why it cannot run, in one line, and ends. */
function giveUp(sentence: string): never {
  console.error(sentence);
  process.exit(1);
}
/** Reads something that an operator may have mistyped. */
function orGiveUp<T>(read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (error instanceof SettingError) return giveUp(error.message);
    throw error;
  }
}
const settings = orGiveUp(() => readSettings(process.env));
const { port, host, processes } = settings;
if (cluster.isPrimary) for (const sentence of unread(process.env)) console.error(sentence);

/** What is kept about people for a time is let go of so often, ms. */
const LET_GO_EVERY_MS = 6 * 3600 * 1000;
/** A whole request, with a file of map tiles, may take so long to come in, ms. */
const LONGEST_REQUEST_MS = 30 * 60_000;
/** Requests in flight may end for so long before their connections are cut, ms. */
const GRACE_MS = 60_000;
/** Told to stop, it still takes who comes for so long, ms. */
const LAST_CALL_MS = 3000;
const sequelize = connect(settings.database);
defineModels(sequelize);
const library = loadLibrary();
/** In a demonstration the day can be set; it then stands still. */
const now = () => (settings.today ? new Date(`${settings.today}T12:00:00Z`) : new Date());
const keepHead = orGiveUp(() => headKeeper(chainFile()));
const world: World = { sequelize, library, now, newId, keepHead, ...(settings.pictures ? { pictures: settings.pictures } : {}) };

const cannotUse = (error: Error): never => {
  const first = addressesOf(settings.database)[0] as URL;
  return giveUp(`The database at ${first.hostname}:${first.port || '3306'} cannot be used: ${error.message.split('\n')[0]}`);
};

/** What is done once, before anybody is served: the schema, what older rows lack, and the demonstration. */
async function prepare(): Promise<void> {
  const ran = await migrate(sequelize).catch(cannotUse);
  if (ran.length > 0) console.log(`Database brought to ${ran.at(-1)}.`);
  const anchored = await anchor(world);
  if (anchored > 0) console.log(`${anchored} rows of before were taken into the chain.`);
  const judged = await judgeUnjudged(world);
  await keepDistricts(world);
  await weighUnweighed(world);
  if (judged > 0) console.log(`The visits of ${judged} trees were judged from their whole record.`);
  if (await needsSeed()) {
    // The invented town is planted only where somebody asked for it by starting the demonstration.
    if (!settings.plant)
      giveUp('No town stands in this database. Found one with npm run town; npm start plants the demonstration in a database of its own.');
    console.log('Planting Quillhaven …');
    const { trees, visits } = await seedQuillhaven(world, utcDay(now()));
    console.log(`Quillhaven stands: ${trees} trees, ${visits} visits.`);
  }
}

/** Whether what stands here is the invented town. */
const isDemonstration = async (): Promise<boolean> => (await Setting.findByPk('demo-password')) !== null;

/** Where it runs, and who may sign in to a demonstration. */
async function announce(): Promise<void> {
  const base = `http://${shownHost(host)}:${port}`;
  console.log(`\nDendrix runs at ${base}${processes > 1 ? `, in ${processes} processes` : ''}`);
  if (process.env.DENDRIX_LINK)
    console.log(`The first administrator sets a password by this link, once, within four days:\n  ${base}${process.env.DENDRIX_LINK}`);
  if (await isDemonstration())
    console.log(`Sign in as ${PEOPLE.map((p) => `${p.login} (${p.role})`).join(', ')}; the password of all is ${DEMO_PASSWORD}.`);
  else if (settings.today)
    console.error(`DENDRIX_TODAY is set: every record of this town is dated ${settings.today}. Remove it unless you are testing.`);
}

/** Asks once what lies outside whether it is there, so that a mistyped setting is known before the first photo or sign-in needs it. */
async function probeOutside(logger: ReturnType<typeof logInto>): Promise<void> {
  await settings.pictures?.probe().catch((error: unknown) => {
    logger.error({ err: error }, 'the store of pictures cannot be used');
    console.error(`DENDRIX_PICTURES: the store cannot be used: ${(error as Error).message} Photos stay on the phones until it can.`);
  });
  if (settings.provider && !(await new Provider(settings.provider, settings.secret).probe()))
    console.error('DENDRIX_PROVIDER: no OpenID Connect provider answers there as it should. Nobody can sign in through it until it does.');
}

/** A process that dies is followed by another, but not without end: one that dies at once has a reason that stays. */
const SHORTEST_LIFE_MS = 5000;

/** Serves in several processes, which share the port, the sessions, the limits and the record. */
function lead(): void {
  let stopping = false;
  let listening = 0;
  const follow = () => {
    const born = Date.now();
    const worker = cluster.fork();
    worker.once('listening', () => {
      if (++listening === processes) void announce().then(() => sequelize.close());
    });
    worker.once('exit', (code) => {
      if (stopping) return;
      if (Date.now() - born < SHORTEST_LIFE_MS) process.exit(code || 1);
      console.error(`A process ended with ${code}; another takes its place.`);
      follow();
    });
  };
  for (let i = 0; i < processes; i++) follow();
  const stop = () => {
    stopping = true;
    for (const worker of Object.values(cluster.workers ?? {})) worker?.process.kill('SIGTERM');
    // It ends by itself when its last process has.
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

/** What one server prepares the others wait for, s: an upgrade of a city, or the planting of the demonstration on a slow machine. */
const PREPARE_SECONDS = 1800;
if (cluster.isPrimary) await alone(sequelize, 'dendrix-prepare', PREPARE_SECONDS, prepare).catch(cannotUse);
if (cluster.isPrimary && processes > 1) lead();
else await serve();

/** Assesses what older rules assessed, the most dangerous first, and says how far it is. */
async function assessAgain(): Promise<void> {
  if ((await treesByOlderRules(world)) === 0) return;
  await alone(sequelize, 'dendrix-assess', 1, async () => {
    const { done, forgotten } = await assessByNewRules(world, ({ done, total }) =>
      console.log(`Assessed again by new rules: ${done} of ${total} trees.`),
    );
    console.log(
      `${done} trees were assessed again by new rules. ${forgotten === 0 ? 'No danger had been forgotten.' : `${forgotten} had a danger that had been forgotten: see the head of the review queue.`}`,
    );
  });
}

async function serve(): Promise<void> {
  // Several processes turn over a file each: of one, they would take it from under one another.
  const logger = logInto(
    settings.logFile && cluster.worker ? `${settings.logFile}.${cluster.worker.id}` : settings.logFile,
    settings.logLevel,
  );
  world.alarm = (what, error) => logger.error({ err: error }, what);
  await keepDistricts(world);
  const resumed = await resumeImports(world, (error) => logger.error({ err: error }, 'import failed'));
  if (resumed > 0)
    console.log(`${resumed} list${resumed > 1 ? 's' : ''} that a stop had cut short ${resumed > 1 ? 'are' : 'is'} read again.`);
  const app = createApp({
    world,
    fonts: join(root, 'node_modules', '@expo-google-fonts'),
    secret: settings.secret,
    webDir: join(root, 'app', 'dist'),
    logger,
    isDemonstration: await isDemonstration(),
    ...(settings.provider ? { provider: settings.provider } : {}),
    ...(settings.proxies ? { proxies: settings.proxies } : {}),
    ...(settings.rate ? { limit: settings.rate } : {}),
  });
  // Half-sent requests are ended: whoever writes a letter a minute holds nothing open.
  const server = createServer({ headersTimeout: 15_000, requestTimeout: LONGEST_REQUEST_MS, connectionsCheckingInterval: 5_000 }, app);
  server.maxHeadersCount = 100;
  server.on('error', (error: NodeJS.ErrnoException) => {
    console.error(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken by another program; start with another, such as PORT=8322 npm start.`
        : `HOST=${host} and PORT=${port} cannot be used: ${error.message}`,
    );
    process.exit(1);
  });
  server.listen(port, host, () => {
    void followDistricts(world).catch((error: unknown) => logger.error({ err: error }, 'districts could not be followed'));
    const letGo = () =>
      void letGoByTime(world, new Date()).catch((error: unknown) => logger.error({ err: error }, 'what is old could not be let go of'));
    letGo();
    setInterval(letGo, LET_GO_EVERY_MS).unref();
    // After an upgrade every tree is assessed again beside the service; one server does it, and one that follows goes on.
    void assessAgain().catch((error: unknown) => {
      if (!(error instanceof Taken)) logger.error({ err: error }, 'trees could not be assessed again');
    });
    // A map far out is counted once, before anybody asks for it.
    void atlasOf(world).catch((error: unknown) => logger.error({ err: error }, 'the map could not be counted'));
    if (cluster.isPrimary) void announce();
    if (cluster.isPrimary || cluster.worker?.id === 1) void probeOutside(logger);
  });

  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    // Those who listen go to another process at once; they would hold this one to its last second.
    feedOf(world).close();
    // A connection is let go of once its answer is out.
    server.prependListener('request', (_request, response: ServerResponse) => void response.setHeader('connection', 'close'));
    // Whoever has connected and not been heard yet is still taken: a door that shuts at once shuts in their face.
    setTimeout(() => {
      server.close(() => void sequelize.close().then(() => process.exit(0)));
      setInterval(() => server.closeIdleConnections(), 100).unref();
    }, LAST_CALL_MS);
    setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}
