// A real MariaDB with a clean schema, the service on top of it, and a client that keeps its cookie.
import type { Server } from 'node:http';
import { join } from 'node:path';
import type { AddressInfo } from 'node:net';
import { QueryTypes, type Sequelize } from 'sequelize';
import { v7 as newId } from 'uuid';
import { testLibrary } from '../../core/testing/library';
import { identify, identifyRequest } from '@dendrix/core/identify';
import { assess, assessRequest, toAssessInput } from '@dendrix/core/condition';
import { EMPTY_RECORD, type Role, type VisitSubmission } from '@dendrix/core/contracts';
import { createApp } from '../app';
import { connect } from '../db';
import { migrate } from '../migrate';
import { defineModels } from '../models';
import { addAccount } from '../services/accounts';
import type { World } from '../services/visits';

export const TODAY = '2026-06-15';
export const PASSWORD = 'a long enough password';

/** Empties the test database and brings it to the newest schema. */
export async function freshDatabase(): Promise<Sequelize> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('The server tests need DATABASE_URL; npm test sets it to a MariaDB of its own.');
  const sequelize = connect(url);
  const tables = await sequelize.query<{ t: string }>(
    'SELECT table_name AS t FROM information_schema.tables WHERE table_schema = DATABASE()',
    { type: QueryTypes.SELECT },
  );
  // One connection for all of it, since the switch belongs to the session.
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 0', { transaction });
    for (const { t } of tables) await sequelize.query(`DROP TABLE \`${t}\``, { transaction });
    await sequelize.query('SET FOREIGN_KEY_CHECKS = 1', { transaction });
  });
  defineModels(sequelize);
  await migrate(sequelize);
  return sequelize;
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
  private cookie = '';
  constructor(private readonly base: string) {}

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
];

/** Starts the service on a free port with one person of each role. */
export async function startService(): Promise<Service> {
  const sequelize = await freshDatabase();
  const world: World = {
    sequelize,
    library: testLibrary,
    now: () => new Date(`${TODAY}T12:00:00Z`),
    newId,
  };
  for (const [login, role] of PEOPLE)
    await addAccount({ id: newId(), name: `Test ${login}`, login, password: PASSWORD, role }, world.now());
  const server: Server = createApp({
    world,
    fonts: join(__dirname, '../../node_modules/@expo-google-fonts'),
    secret: 'test secret',
    limit: 100_000,
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
      await sequelize.close();
    },
  };
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
    treeId,
    startedAt: `${TODAY}T09:00:00.000Z`,
    finishedAt: `${TODAY}T09:12:00.000Z`,
    timeZone: 'Atlantic/Azores',
    libraryVersion: lib.version,
    record: {
      ...EMPTY_RECORD,
      observations,
      cannotSee: [],
      looked: ['stem-n'],
      blocked: [],
      signs: [],
      measurements: { dbh: { m: 0.42, entered: '42 cm' } },
      safety: ['traffic'],
      specimens: [],
      note: '',
    },
    name: {
      taxon: named.level.name,
      level: named.level.level,
      rule: 'three-lines',
      confirmed: false,
      probability: named.level.probability,
      why: named.confirmation.why,
    },
    judgement: JSON.parse(JSON.stringify(judgement)),
    comeBack: judgement.comeBack,
    laterLooks: [],
    ...more,
  };
}
