// A real MariaDB with a clean schema, the service on top of it, and a client that keeps its cookie.
import type { Server } from 'node:http';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { randomBytes } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { v7 as newId } from 'uuid';
import { testLibrary } from '../../core/testing/library';
import { identify, identifyRequest } from '@dendrix/core/naming';
import { assess, assessRequest, toAssessInput } from '@dendrix/core/judging';
import { emptyLook, SCHEMA, type VisitSubmission } from '@dendrix/core/record';
import { type Role } from '@dendrix/core/contracts';
import { createApp, type AppOptions } from '../app';
import { connect } from '../db/connect';
import { grantsFor } from '../db/grants';
import { migrate } from '../db/migrate';
import { defineModels } from '../models';
import { addAccount } from '../accounts/service';
import type { World } from '../world';

export const TODAY = '2026-06-15';
export const PASSWORD = 'a long enough password';

/** Databases that tests made for themselves carry this in their name; no other is ever emptied. */
const OURS = /^dendrix_test_[0-9a-f]+$/;

/**
 * Makes a database of its own on the MariaDB that the test run started, and brings it to the newest schema. It never touches one that
 * it did not make: the server is the one whose data folder the run named, and the database has a name that nobody else gives.
 */
export async function freshDatabase(): Promise<Sequelize> {
  const url = process.env.DENDRIX_TEST_DATABASE;
  if (!url) throw new Error('The server tests need a MariaDB of their own; npm test starts one. DATABASE_URL is never used.');
  const name = `dendrix_test_${randomBytes(6).toString('hex')}`;
  const admin = connect(url);
  await admin.query(`CREATE DATABASE ${name} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
  await admin.close();
  const own = new URL(url);
  own.pathname = `/${name}`;
  const sequelize = connect(own.href);
  defineModels(sequelize);
  await migrate(sequelize);
  return sequelize;
}

/** The address of a database that `freshDatabase` made, for a process of its own. */
export function urlOf(sequelize: Sequelize): string {
  const url = new URL(process.env.DENDRIX_TEST_DATABASE ?? '');
  url.pathname = `/${sequelize.getDatabaseName()}`;
  return url.href;
}

/**
 * Opens a database that `freshDatabase` made by an account that has the rights of a running service and no more. The tables are its from
 * then on.
 */
export async function asService(owner: Sequelize): Promise<Sequelize> {
  const url = new URL(urlOf(owner));
  url.username = 'dendrix_least';
  for (const grant of grantsFor(owner.getDatabaseName(), url.username, url.hostname)) await owner.query(grant);
  const least = connect(url.href);
  defineModels(least);
  return least;
}

/** Takes away a database that `freshDatabase` made. */
export async function dropDatabase(sequelize: Sequelize): Promise<void> {
  const name = sequelize.getDatabaseName();
  if (!OURS.test(name)) throw new Error(`${name} is no database that a test made`);
  await sequelize.query(`DROP DATABASE ${name}`);
  await sequelize.close();
}

export interface Answer {
  status: number;
  type: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  body: any;
  text: string;
}

/** A client that is one person. */
export class Client {
  cookie = '';
  constructor(private readonly base: string) {}

  /** The cookie of who is signed in, for a request made otherwise. */
  get signedIn(): string {
    return this.cookie;
  }

  async call(method: string, path: string, body?: unknown): Promise<Answer> {
    const response = await fetch(this.base + path, {
      method,
      headers: { ...(this.cookie ? { cookie: this.cookie } : {}), ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const set = response.headers.getSetCookie()[0];
    if (set) this.cookie = set.split(';')[0] ?? '';
    const text = await response.text();
    const type = response.headers.get('content-type') ?? '';
    return { status: response.status, type, text, body: /json/.test(type) && text ? JSON.parse(text) : null };
  }
  /** Sends bytes as they are. */
  async raw(method: string, path: string, bytes: Buffer, type: string): Promise<Answer> {
    const response = await fetch(this.base + path, {
      method,
      headers: { ...(this.cookie ? { cookie: this.cookie } : {}), 'content-type': type },
      body: new Uint8Array(bytes),
    });
    const text = await response.text();
    return { status: response.status, type: response.headers.get('content-type') ?? '', text, body: text ? JSON.parse(text) : null };
  }

  /** Fetches bytes. */
  async bytes(path: string, headers: Record<string, string> = {}) {
    const response = await fetch(this.base + path, { headers: { ...(this.cookie ? { cookie: this.cookie } : {}), ...headers } });
    return {
      status: response.status,
      type: (response.headers.get('content-type') ?? '').split(';')[0] ?? '',
      headers: response.headers,
      bytes: Buffer.from(await response.arrayBuffer()),
    };
  }

  get = (path: string) => this.call('GET', `/api/v1${path}`);
  put = (path: string, body: unknown) => this.call('PUT', `/api/v1${path}`, body);
  post = (path: string, body: unknown) => this.call('POST', `/api/v1${path}`, body);
  delete = (path: string) => this.call('DELETE', `/api/v1${path}`);
}

export interface Service {
  sequelize: Sequelize;
  world: World;
  base: string;
  /** Somebody signed in with a role. */
  as: (login: string) => Promise<Client>;
  anyone: () => Client;
  stop: () => Promise<void>;
}

const PEOPLE: readonly [string, Role][] = [
  ['viewer', 'viewer'],
  ['crew', 'crew'],
  ['crew2', 'crew'],
  ['reviewer', 'reviewer'],
  ['coordinator', 'coordinator'],
  ['administrator', 'administrator'],
];

/** Starts the service on a free port with one person of each role. @param account by which it comes to its database; the tests of the service run by the rights it needs and no others */
export async function startService(
  more: Partial<Pick<AppOptions, 'clock' | 'isDemonstration' | 'proxies' | 'limit' | 'logger' | 'provider' | 'beatMs' | 'webDir'>> = {},
  account: 'owner' | 'service' = 'service',
): Promise<Service> {
  const owner = await freshDatabase();
  const sequelize = account === 'owner' ? owner : await asService(owner);
  const world: World = {
    sequelize,
    library: testLibrary,
    now: () => new Date(`${TODAY}T12:00:00Z`),
    newId,
  };
  for (const [login, role] of PEOPLE) await addAccount(world, { id: newId(), name: `Test ${login}`, login, password: PASSWORD, role });
  const server: Server = createApp({
    world,
    fonts: join(__dirname, '../../node_modules/@expo-google-fonts'),
    secret: 'test secret',
    limit: 100_000,
    ...more,
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    sequelize,
    world,
    base,
    anyone: () => new Client(base),
    async as(login) {
      const client = new Client(base);
      const answer = await client.post('/session', { login, password: PASSWORD });
      if (answer.status !== 200) throw new Error(answer.text);
      return client;
    },
    async stop() {
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      if (sequelize !== owner) await sequelize.close();
      await dropDatabase(owner);
    },
  };
}

/** A password that the rules take. */
export const GOOD = 'lantern over quiet gravel';

/** Invites somebody and lets them in by their link, with `GOOD` as their password. */
export async function joined(
  service: Service,
  login: string,
  role: string,
  districts: string[] = [],
): Promise<{ id: string; client: Client }> {
  const administrator = await service.as('administrator');
  const { body } = await administrator.post('/accounts', { name: `Person ${login}`, login, role, districts });
  const client = service.anyone();
  const answer = await client.post(`/links/${body.link.path.split('/').at(-1)}`, { password: GOOD });
  if (answer.status !== 200) throw new Error(answer.text);
  return { id: body.person.id, client };
}

export const aTree = (tag: string, more: object = {}) => ({
  tag,
  latitude: 45.62,
  longitude: -31.2,
  place: 'Ferry Street',
  siteKind: 'street',
  plantedYear: 1990,
  planted: true,
  note: '',
  ...more,
});

/** A visit as a phone would send it, named and judged by the engine itself. */
export function aVisit(treeId: string, more: Partial<VisitSubmission> = {}): VisitSubmission {
  const lib = testLibrary;
  const observations = [
    { trait: 'bark-texture', state: 'mosaic-flakes', certainty: 'sure' as const, source: 'tree' as const },
    { trait: 'arrangement', state: 'alternate', certainty: 'sure' as const, source: 'tree' as const },
    { trait: 'bud-scales', state: 'one', certainty: 'sure' as const, source: 'tree' as const },
    { trait: 'leaf-lobes', state: 'palmate', certainty: 'sure' as const, source: 'tree' as const },
    { trait: 'lobe-depth', state: 'half', certainty: 'sure' as const, source: 'tree' as const },
    { trait: 'leaf-underside', state: 'paler', certainty: 'sure' as const, source: 'tree' as const },
  ];
  const named = identify(lib, identifyRequest.parse({ date: TODAY, latitude: 45.6, observations }));
  const judgement = assess(
    lib,
    toAssessInput(lib, assessRequest.parse({ taxon: named.level.name, date: TODAY, looked: ['stem-n'], signs: [] })),
  );
  return {
    schema: SCHEMA,
    treeId,
    startedAt: `${TODAY}T09:00:00.000Z`,
    finishedAt: `${TODAY}T09:12:00.000Z`,
    timeZone: 'Atlantic/Azores',
    libraryVersion: lib.version,
    units: 'metric',
    look: {
      ...emptyLook(TODAY),
      observations,
      looked: ['stem-n'],
      measurements: { dbh: { m: 0.42, entered: '42 cm' } },
      safety: ['traffic'],
    },
    name: {
      taxon: named.level.name,
      level: named.level.level,
      rule: 'three-lines',
      confirmed: false,
      probability: named.level.probability,
      why: named.confirmation.why,
    },
    judgement,
    laterLooks: [],
    ...more,
  };
}
