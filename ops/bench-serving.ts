// How a running service holds a city: what each answer costs, beside what the database needs for the same rows; and many crews at once.
//
//   npm run bench -- serving http://127.0.0.1:8321 [--crews 200] [--seconds 60]
//
// The service serves a city that `npm run grow` made, whose crews are crew1 to crewN; it is asked as phones ask it.
import { v7 as newId } from 'uuid';
import sharp from 'sharp';
import { emptyLook, SCHEMA } from '@dendrix/core/record';
import { boxOf, tileAt } from '@dendrix/core/geo';
import type { TreeBrief } from '@dendrix/core/contracts';
import { loadLibrary } from '@dendrix/library';
import { DEMO_PASSWORD } from '../demo/people';
import { utcDay } from '../core/time';

const share = (sorted: readonly number[], p: number): number => sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? NaN;
/** Median and 95th of 100, ms. */
const of = (times: readonly number[]): string => {
  const sorted = [...times].sort((a, b) => a - b);
  return `median ${share(sorted, 0.5).toFixed(0)} ms, p95 ${share(sorted, 0.95).toFixed(0)} ms, worst ${(sorted.at(-1) ?? NaN).toFixed(0)} ms, of ${sorted.length}`;
};
const numberFrom = (args: readonly string[], name: string, otherwise: number): number => {
  const at = args.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(args[at + 1]);
};

/** One phone. */
class Phone {
  private cookie = '';
  readonly times: Record<'read' | 'write', number[]> = { read: [], write: [] };
  errors = 0;
  bytes = 0;

  constructor(private readonly base: string) {}

  async signIn(login: string): Promise<void> {
    const answer = await fetch(`${this.base}/api/v1/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ login, password: DEMO_PASSWORD }),
    });
    if (!answer.ok) throw new Error(`${login} could not sign in: ${answer.status}. Serve a city of npm run grow.`);
    this.cookie = answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  }

  async ask(path: string, body?: { json?: unknown; picture?: Buffer }): Promise<unknown> {
    const from = performance.now();
    const kind = body ? 'write' : 'read';
    try {
      const answer = await fetch(`${this.base}/api/v1${path}`, {
        method: body ? 'PUT' : 'GET',
        headers: {
          cookie: this.cookie,
          ...(body ? { 'content-type': body.picture ? 'image/jpeg' : 'application/json' } : {}),
        },
        ...(body ? { body: body.picture ? new Uint8Array(body.picture) : JSON.stringify(body.json) } : {}),
      });
      const bytes = await answer.arrayBuffer();
      this.bytes += bytes.byteLength;
      this.times[kind].push(performance.now() - from);
      if (!answer.ok) {
        this.errors++;
        if (this.errors === 1) console.log(`${path}: ${answer.status} ${Buffer.from(bytes).toString().slice(0, 200)}`);
        return null;
      }
      return answer.headers.get('content-type')?.includes('json') ? (JSON.parse(Buffer.from(bytes).toString()) as unknown) : null;
    } catch (error) {
      this.errors++;
      if (this.errors === 1) console.log(`${path}: ${(error as Error).message}`);
      return null;
    }
  }
}

const library = loadLibrary();
const today = utcDay(new Date());

/** A visit as a crew sends it: some marks, a measurement, a picture. */
function visitTo(tree: TreeBrief, photo: { id: string; width: number; height: number; bytes: number } | null) {
  const at = new Date(Date.now() - 60_000);
  const photos = photo
    ? [{ ...photo, zone: 'stem-n', sign: null, takenAt: at.toISOString(), timeFrom: 'device', latitude: null, longitude: null }]
    : [];
  return {
    schema: SCHEMA,
    treeId: tree.id,
    startedAt: new Date(at.getTime() - 600_000).toISOString(),
    finishedAt: at.toISOString(),
    timeZone: 'Atlantic/Azores',
    libraryVersion: library.version,
    units: 'metric',
    look: {
      ...emptyLook(utcDay(new Date(at.getTime() - 3600_000))),
      observations: [{ trait: 'bark-texture', state: 'smooth', certainty: 'sure', source: 'tree' }],
      looked: ['stem-n', 'stem-e', 'stem-s', 'stem-w'],
      measurements: { dbh: { m: 0.42, entered: '42 cm' } },
      photos,
    },
    name: null,
    judgement: null,
    laterLooks: [],
  };
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * What a crew does until the time is over: it takes a round with its records, and at each tree looks at the map about it, finds it,
 * opens it, and sends a visit, every other with a picture. It is at a tree for half a minute, which is some ten to twenty times faster than a crew.
 */
async function work(phone: Phone, until: number, picture: { bytes: Buffer; width: number; height: number }): Promise<number> {
  const near = `latitude=${(45.58 + Math.random() * 0.08).toFixed(4)}&longitude=${(-31.25 + Math.random() * 0.1).toFixed(4)}`;
  const round = (await phone.ask(`/round?dueBy=${today}&${near}`)) as { items: TreeBrief[] } | null;
  const trees = round?.items.slice(-20) ?? [];
  await phone.ask(`/records?ids=${trees.map(({ id }) => id).join()}`);
  let visits = 0;
  for (let n = 0; Date.now() < until && trees.length > 0; n++) {
    const tree = trees[n % trees.length] as TreeBrief;
    const { x, y } = tileAt(tree, 16);
    await Promise.all([0, 1].flatMap((dx) => [0, 1].map((dy) => phone.ask(`/tiles/16/${x + dx}/${y + dy}?day=${today}`))));
    await phone.ask(`/find?words=${encodeURIComponent(tree.tag)}`);
    await phone.ask(`/trees/${tree.id}`);
    await pause(AT_A_TREE_MS * (0.5 + Math.random()));
    const photo = n % 2 === 0 ? { id: newId(), width: picture.width, height: picture.height, bytes: picture.bytes.length } : null;
    const id = newId();
    await phone.ask(`/visits/${id}`, { json: visitTo(tree, photo) });
    if (photo) await phone.ask(`/visits/${id}/photos/${photo.id}`, { picture: picture.bytes });
    visits++;
  }
  return visits;
}

/** A crew is at a tree for so long, ms: a real one five to ten minutes. */
const AT_A_TREE_MS = 30_000;
/** Crews take their rounds within so long of one another, ms. */
const WITHIN_MS = 20_000;

/** What each answer costs, asked one after another. */
async function oneByOne(base: string): Promise<void> {
  const phone = new Phone(base);
  await phone.signIn('luk');
  const { latitude, longitude } = { latitude: 45.62, longitude: -31.2 };
  const spot = () => ({ latitude: latitude + (Math.random() - 0.5) * 0.06, longitude: longitude + (Math.random() - 0.5) * 0.08 });
  const some = ((await phone.ask(`/round?dueBy=${today}`)) as { items: TreeBrief[] }).items;
  const tree = () => some[Math.floor(Math.random() * some.length)] as TreeBrief;
  const near = () => {
    const at = spot();
    return `latitude=${at.latitude.toFixed(4)}&longitude=${at.longitude.toFixed(4)}`;
  };
  const tile = (z: number) => () => {
    const { x, y } = tileAt(spot(), z);
    return `/tiles/${z}/${x}/${y}?day=${today}`;
  };
  const asked: [string, () => string][] = [
    ['who is signed in (the least an answer costs)', () => '/session'],
    ['round', () => `/round?dueBy=${today}`],
    ['round where somebody stands', () => `/round?dueBy=${today}&${near()}`],
    ['records of a round', () => `/records?ids=${some.slice(0, 20).map(({ id }) => id).join()}`], // prettier-ignore
    ['one tree', () => `/trees/${tree().id}`],
    ['find by tag', () => `/find?words=${encodeURIComponent(tree().tag)}`],
    ['find by name and street', () => '/find?words=lime%20alder'],
    ['nearest trees', () => `/find?words=&${near()}`],
    ['where a kind grows', () => `/kinds/${encodeURIComponent(tree().taxon ?? '')}`],
    ['the town counted', () => `/map?day=${today}`],
    ['tile, far out (10)', tile(10)],
    ['tile, between (13)', tile(13)],
    ['tile, near (16)', tile(16)],
    ['trees of a view (box)', () => `/trees?limit=2000&box=${boxOf(tileAt(spot(), 16)).join()}`],
  ];
  for (const [words, path] of asked) {
    phone.times.read = [];
    for (let i = 0; i < 40; i++) await phone.ask(path());
    console.log(`${words}: ${of(phone.times.read)}`);
  }
}

/** What the service says of itself at /metrics: its processor time, s, and by route how many answers and how long they took, s. */
interface Told {
  cpu: number;
  lag: number;
  routes: Map<string, { answers: number; seconds: number }>;
}
async function told(base: string): Promise<Told> {
  const text = await (await fetch(`${base}/metrics`)).text();
  const value = (name: string) => Number(new RegExp(`^dendrix_${name} (\\S+)`, 'm').exec(text)?.[1] ?? NaN);
  const routes: Told['routes'] = new Map();
  for (const [, what, labels = '', n] of text.matchAll(/^dendrix_request_seconds_(sum|count)\{(.*)\} (\S+)/gm)) {
    const [method, route] = ['method', 'route'].map((label) => new RegExp(`${label}="([^"]*)"`).exec(labels)?.[1]);
    const key = `${method} ${route}`;
    const held = routes.get(key) ?? { answers: 0, seconds: 0 };
    held[what === 'sum' ? 'seconds' : 'answers'] += Number(n);
    routes.set(key, held);
  }
  return { cpu: value('process_cpu_seconds_total'), lag: value('nodejs_eventloop_lag_p99_seconds'), routes };
}

/** Which routes the time went into, and how much of it the service was at work itself; the rest it waited for the database. */
function shares(before: Told, after: Told, took: number): void {
  const cpu = (after.cpu - before.cpu) / took;
  console.log(
    `the service itself was at work ${(cpu * 100).toFixed(0)} % of the time and waited for the database else; event loop late by ${(after.lag * 1000).toFixed(0)} ms (p99)`,
  );
  const rows = [...after.routes].map(([route, { answers, seconds }]) => {
    const was = before.routes.get(route) ?? { answers: 0, seconds: 0 };
    return { route, answers: answers - was.answers, seconds: seconds - was.seconds };
  });
  const all = rows.reduce((sum, { seconds }) => sum + seconds, 0);
  for (const { route, answers, seconds } of rows.sort((a, b) => b.seconds - a.seconds).slice(0, 8))
    console.log(
      `  ${((seconds / all) * 100).toFixed(0)} % of waiting: ${route}, ${answers} answers, mean ${((seconds / answers) * 1000).toFixed(0)} ms`,
    );
}

/** Many crews at once. */
async function many(base: string, crews: number, seconds: number): Promise<void> {
  const picture = await sharp({
    create: { width: 1600, height: 1200, channels: 3, background: '#6b705c', noise: { type: 'gaussian', mean: 120, sigma: 25 } },
  })
    .jpeg({ quality: 60 })
    .toBuffer();
  const phones = Array.from({ length: crews }, () => new Phone(base));
  for (const [i, phone] of phones.entries()) await phone.signIn(`crew${i + 1}`);
  const before = await told(base);
  const from = performance.now();
  const until = Date.now() + seconds * 1000;
  const visits = await Promise.all(
    phones.map(async (phone) => {
      // Nobody begins at the same moment.
      await pause(Math.random() * WITHIN_MS);
      return work(phone, until, { bytes: picture, width: 1600, height: 1200 });
    }),
  );
  const took = (performance.now() - from) / 1000;
  const read = phones.flatMap(({ times }) => times.read);
  const write = phones.flatMap(({ times }) => times.write);
  const errors = phones.reduce((sum, phone) => sum + phone.errors, 0);
  console.log(`\n${crews} crews for ${took.toFixed(0)} s, pictures of ${(picture.length / 1000).toFixed(0)} kB: ${errors} errors`);
  console.log(`read: ${of(read)}, ${(read.length / took).toFixed(0)} a second`);
  console.log(`write: ${of(write)}, ${(write.length / took).toFixed(1)} a second; ${visits.reduce((sum, n) => sum + n, 0)} visits`);
  shares(before, await told(base), took);
}

/** @param args address of the service, then options */
export async function serving(args: readonly string[]): Promise<void> {
  const base = args[0]?.startsWith('http') ? args[0] : 'http://127.0.0.1:8321';
  await oneByOne(base);
  await many(base, numberFrom(args, 'crews', 200), numberFrom(args, 'seconds', 60));
}
