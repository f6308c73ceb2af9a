import { Writable } from 'node:stream';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import type { Response } from 'express';
import type { Sequelize } from 'sequelize';
import { exportTrees } from './export';

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;
/** What is still held, bytes. */
const held = (): number => {
  collect();
  return process.memoryUsage().heapUsed;
};

/** A city larger than any that keeps its trees in one list. */
const TREES = 200_000;
/** More than the parts that are under way at once, and a small part of the list, which comes to some 40 MB. */
const MOST_HELD_MB = 25;

const tag = (n: number) => `C ${String(n).padStart(6, '0')}`;
/** A row as the database gives it. */
const row = (n: number) => ({
  ...{
    id: `01976a00-0000-7000-8000-${String(n).padStart(12, '0')}`,
    tag: tag(n),
    place: `Long Street ${n}, north verge`,
    siteKind: 'street',
  },
  ...{ latitude: 45.6 + n / 1e7, longitude: -31.2, plantedYear: 1960, planted: 1, note: '', taxon: 'Tilia cordata', dbh: 0.4, height: 14 },
});

/** A database that holds so many trees and answers as it is asked: after a tag, so many. It remembers how many it gave. */
function database() {
  const given = { rows: 0 };
  const query = async (_sql: string, { replacements }: { replacements: unknown[] }) => {
    const limit = Number(replacements.at(-1));
    const first = replacements.length === 1 ? 0 : Number(String(replacements[0]).slice(2)) + 1;
    const rows = Array.from({ length: Math.min(limit, TREES - first) }, (_, i) => row(first + i));
    given.rows += rows.length;
    return rows;
  };
  return { sequelize: { query } as unknown as Sequelize, given };
}

/** Somebody who takes a list, a piece at a time; `took` is called with each. */
const taker = (took: (piece: Buffer) => void | Promise<void>): Response =>
  Object.assign(
    new Writable({
      highWaterMark: 16_384,
      write: (piece: Buffer, _coding, done) => void Promise.resolve(took(piece)).then(() => done(), done),
    }),
    { type: () => sink, attachment: () => sink },
  ) as unknown as Response;
const sink = { attachment: () => sink, type: () => sink };

describe('a list that goes out', () => {
  it.each(['csv', 'geojson'] as const)('stays out of memory: 200,000 trees as %s', async (form) => {
    const { sequelize, given } = database();
    let bytes = 0;
    let pieces = 0;
    const start = held();
    let most = 0;
    await exportTrees(
      { sequelize },
      form,
      taker((piece) => {
        bytes += piece.length;
        if (++pieces % 100 === 0) most = Math.max(most, held() - start);
      }),
    );
    expect(given.rows).toBe(TREES);
    expect(bytes).toBeGreaterThan(TREES * 60);
    expect(most / 1e6).toBeLessThan(MOST_HELD_MB);
  });
  it('is read no faster than it is taken', async () => {
    const { sequelize, given } = database();
    let goOn: () => void = () => {};
    const gone = new AbortController();
    const response = taker(() => new Promise<void>((resolve) => (goOn = resolve)));
    gone.signal.addEventListener('abort', () => response.destroy());
    const sent = exportTrees({ sequelize }, 'csv', response);
    await new Promise((resolve) => setTimeout(resolve, 300));
    // Nobody took more than the first piece: what is read ahead is a few parts, not the city.
    expect(given.rows).toBeLessThan(30_000);
    gone.abort();
    goOn();
    await sent;
    expect(given.rows).toBeLessThan(30_000);
  });
});
