import { QueryTypes } from 'sequelize';
import type { LiveEvent } from '@dendrix/core/contracts';
import { newestChange } from '../chain/changes';
import { people } from '../accounts/service';
import type { World } from '../world';

// What happens, told to those who listen. Every server reads the log of changes and the table of presence of the one database, as long as
// anybody listens to it; so what one server wrote is told by all of them, and no further service is needed.

/** Looked for so often, ms: with the way to the phone well within three seconds. */
const LOOK_EVERY_MS = 800;
/** Changes read at a time; trees named of one, such as of a list that came in. */
const MOST = 500;
const NAMED = 50;
/** Whoever does not say so again is no longer taken to be at a tree, minutes. */
export const AT_TREE_MINUTES = 15;
/** Clocks of two nodes of the database may differ: presence is read a little back, and told once. */
const BACK_SECONDS = 5;

type Db = Pick<World, 'sequelize'>;

/** What happened after a number, in order; `missed` where more happened than is told. */
export async function eventsAfter({ sequelize }: Db, after: number): Promise<{ n: number; events: LiveEvent[]; missed: boolean }> {
  const n = await newestChange({ sequelize });
  if (n <= after) return { n, events: [], missed: false };
  const rows = await sequelize.query<{ n: number; tree: string; what: string | null; by: string | null; told: string | null }>(
    'SELECT n, tree_id AS tree, what, user_id AS `by`, told FROM changes WHERE n > ? AND n <= ? ORDER BY n LIMIT ?',
    { type: QueryTypes.SELECT, replacements: [after, n, MOST + 1] },
  );
  const changes = new Map<number, Extract<LiveEvent, { kind: 'change' }>>();
  for (const row of rows.slice(0, MOST)) {
    const at = Number(row.n);
    const held = changes.get(at);
    if (!held)
      changes.set(at, {
        kind: 'change',
        n: at,
        what: row.what,
        by: row.by,
        trees: [row.tree],
        told: row.told === null ? [] : row.told.split(','),
        more: false,
      });
    else if (held.trees.length < NAMED) held.trees.push(row.tree);
    else held.more = true;
  }
  return { n, events: [...changes.values()], missed: rows.length > MOST };
}

/** Notes at which tree somebody stands; null where they left. At a tree that is not there nobody stands. */
export async function standAt({ sequelize }: Db, user: string, tree: string | null): Promise<void> {
  await sequelize.query(
    `INSERT INTO presence (user_id, tree_id, at)
     SELECT ?, ?, UTC_TIMESTAMP(3) FROM DUAL WHERE ? IS NULL OR EXISTS (SELECT 1 FROM trees WHERE id = ?)
     ON DUPLICATE KEY UPDATE tree_id = VALUES(tree_id), at = VALUES(at)`,
    { replacements: [user, tree, tree, tree] },
  );
}

type Presence = Extract<LiveEvent, { kind: 'presence' }>;

/** Who stands where now; with `within`, only who said so in the last seconds, also who left. */
export async function presentNow({ sequelize }: Db, within?: number): Promise<Presence[]> {
  const rows = await sequelize.query<{ user: string; tree: string | null; at: Date }>(
    within === undefined
      ? 'SELECT user_id AS user, tree_id AS tree, at FROM presence WHERE at > UTC_TIMESTAMP(3) - INTERVAL ? MINUTE AND tree_id IS NOT NULL'
      : 'SELECT user_id AS user, tree_id AS tree, at FROM presence WHERE at > UTC_TIMESTAMP(3) - INTERVAL ? SECOND',
    { type: QueryTypes.SELECT, replacements: [within ?? AT_TREE_MINUTES] },
  );
  const names = await people(rows.map((row) => row.user));
  return rows.map(({ user, tree, at }) => ({
    kind: 'presence',
    by: { id: user, name: names.get(user)?.name ?? 'former user' },
    tree,
    at: at.toISOString(),
  }));
}

/** Of which trees somebody had something before them in the last seconds. */
async function seenLately({ sequelize }: Db, within: number): Promise<(Extract<LiveEvent, { kind: 'seen' }> & { at: number })[]> {
  const rows = await sequelize.query<{ by: string; tree: string; at: Date }>(
    'SELECT user_id AS `by`, tree_id AS tree, MAX(at) AS at FROM seen WHERE at > UTC_TIMESTAMP(3) - INTERVAL ? SECOND GROUP BY user_id, tree_id LIMIT ?',
    { type: QueryTypes.SELECT, replacements: [within, MOST] },
  );
  return rows.map(({ by, tree, at }) => ({ kind: 'seen', by, trees: [tree], at: at.getTime() }));
}

type Listener = (event: LiveEvent | { kind: 'missed'; n: number }) => void;

/** One look at the database for everybody who listens at this server. */
export class Feed {
  private readonly listeners = new Set<Listener>();
  private readonly ends = new Set<() => void>();
  private timer: NodeJS.Timeout | null = null;
  /** The run of looks that goes on; one that was left while it looked does not go on beside the next. */
  private turn: symbol | null = null;
  private n: number | null = null;
  private readonly told = new Map<string, string>();
  /** What was told as seen, by person and tree; let go once it is no longer read. */
  private shown = new Map<string, number>();

  constructor(private readonly world: Db) {}

  /** @param end called where the server goes: the listener is to go to another. @returns a way to stop listening */
  listen(listener: Listener, end: () => void): () => void {
    this.listeners.add(listener);
    this.ends.add(end);
    if (!this.turn) {
      this.turn = Symbol('turn');
      this.next(this.turn);
    }
    return () => {
      this.listeners.delete(listener);
      this.ends.delete(end);
      if (this.listeners.size > 0) return;
      if (this.timer) clearTimeout(this.timer);
      this.turn = null;
      this.n = null;
    };
  }

  /** Sends everybody away. */
  close(): void {
    for (const end of [...this.ends]) end();
  }

  private next(turn: symbol): void {
    this.timer = setTimeout(() => {
      // A look that failed, as while the database is away, is made again; those who listen ask anew for what they missed.
      this.look()
        .catch(() => undefined)
        .finally(() => {
          if (this.turn === turn) this.next(turn);
        });
    }, LOOK_EVERY_MS);
    this.timer.unref();
  }

  private async look(): Promise<void> {
    if (this.n === null) this.n = await newestChange(this.world);
    else {
      const { n, events, missed } = await eventsAfter(this.world, this.n);
      this.n = n;
      for (const event of missed ? [{ kind: 'missed', n } as const] : events) this.say(event);
    }
    const shown = new Map<string, number>();
    for (const { at, ...event } of await seenLately(this.world, BACK_SECONDS)) {
      const key = `${event.by} ${event.trees.join()}`;
      shown.set(key, at);
      if (this.shown.get(key) !== at) this.say(event);
    }
    this.shown = shown;
    for (const event of await presentNow(this.world, BACK_SECONDS)) {
      const said = `${event.tree ?? ''} ${event.at}`;
      if (this.told.get(event.by.id) === said) continue;
      this.told.set(event.by.id, said);
      this.say(event);
    }
  }

  private say(event: Parameters<Listener>[0]): void {
    for (const listener of this.listeners) listener(event);
  }
}

const feeds = new WeakMap<object, Feed>();

/** The feed of a server. */
export function feedOf(world: Db): Feed {
  const held = feeds.get(world.sequelize) ?? new Feed(world);
  feeds.set(world.sequelize, held);
  return held;
}
