import { QueryTypes } from 'sequelize';
import { gate } from '../http/gate';
import { HttpProblem } from '../http/problem';
import type { World } from '../world';

// Wrong passwords and codes are counted in the database, so that all servers know of them: by the address they came from, by the name
// they were tried for from that address, and, far more patiently, by the name from anywhere. So a stranger's wrong tries do not keep
// somebody out of where they are. Right ones count for nothing: a whole crew may come in behind one address.

/** Wrong tries that a window allows: from one address, for one name from one address, and for one name from anywhere. */
const MOST = { address: 20, pair: 10, name: 100 } as const;
type Kind = keyof typeof MOST;
/** After the first wrong try they are counted for so long, and none is allowed once there were too many, ms. */
const WINDOW_MS = 15 * 60_000;
/** Checks that one server makes at once: so many tries may pass before the first of them is counted. Others wait: a crew comes in at seven. */
const AT_ONCE = 4;
const WAITING = 400;
const door = gate(AT_ONCE, WAITING);

type Db = Pick<World, 'sequelize'>;
export interface Tried {
  address: string;
  name: string;
  /** They are signed in already: what strangers try for their name elsewhere does not lock them. */
  isIn?: true;
}

const nameKey = (name: string) => `name/${name}`.slice(0, 200);
const pairKey = ({ name, address }: Tried) => `pair/${address}/${name}`.slice(0, 200);
const keys = (tried: Tried): [Kind, string][] => [
  ['address', `address/${tried.address}`.slice(0, 200)],
  ['pair', pairKey(tried)],
  ...(tried.isIn ? [] : [['name', nameKey(tried.name)] as [Kind, string]]),
];

/** @throws HttpProblem 429 with the seconds after which it may be tried again */
async function refuse({ sequelize }: Db, tried: Tried, now: Date): Promise<void> {
  const all = keys(tried);
  const rows = await sequelize.query<{ who: string; wrong: number; since: string | Date }>(
    'SELECT who, wrong, since FROM tries WHERE who IN (?)',
    {
      type: QueryTypes.SELECT,
      replacements: [all.map(([, who]) => who)],
    },
  );
  for (const [kind, who] of all) {
    const row = rows.find((one) => one.who === who);
    if (!row || row.wrong < MOST[kind]) continue;
    const left = new Date(row.since).getTime() + WINDOW_MS - now.getTime();
    if (left <= 0) continue;
    throw new HttpProblem(
      429,
      'Too many attempts',
      kind !== 'address'
        ? `Too many failed attempts for this name. Try again in ${Math.ceil(left / 60_000)} minutes, or ask an administrator for a new link.`
        : `Too many failed attempts from this network. Try again in ${Math.ceil(left / 60_000)} minutes.`,
      undefined,
      Math.ceil(left / 1000),
    );
  }
}

async function countWrong({ sequelize }: Db, tried: Tried, now: Date): Promise<void> {
  const since = new Date(now.getTime() - WINDOW_MS);
  for (const [, who] of keys(tried))
    await sequelize.query(
      `INSERT INTO tries (who, wrong, since) VALUES (?, 1, ?)
       ON DUPLICATE KEY UPDATE wrong = IF(since < ?, 1, wrong + 1), since = IF(since < ?, VALUES(since), since)`,
      { replacements: [who, now, since, since] },
    );
  await sequelize.query('DELETE FROM tries WHERE since < ?', { replacements: [new Date(now.getTime() - 2 * WINDOW_MS)] });
}

/** Forgets the wrong tries for a name: whoever has come in, or was given a new link, begins anew. */
export const forgetTries = async ({ sequelize }: Db, name: string): Promise<void> =>
  void (await sequelize.query('DELETE FROM tries WHERE who = ? OR who LIKE ?', {
    replacements: [nameKey(name), `pair/%/${name.replace(/[\\%_]/g, '\\$&')}`],
  }));

/**
 * Makes a check that may be wrong, and counts it where it is. Few run at once, so that nobody slips in a hundred tries while the first is
 * being checked.
 * @param clock by which tries are counted
 * @returns what the check found; null where it was wrong
 * @throws HttpProblem 429 where there were too many wrong ones, 503 where too many wait at the door
 */
export const tryOnce = <T>(world: Db, tried: Tried, clock: () => Date, check: () => Promise<T | null>): Promise<T | null> =>
  door(async () => {
    await refuse(world, tried, clock());
    const found = await check();
    if (found === null) await countWrong(world, tried, clock());
    return found;
  });
