import type { ClientRateLimitInfo, Store } from 'express-rate-limit';
import { QueryTypes, type Sequelize } from 'sequelize';

/** What a server counted is told to the others so often, ms. In between each knows its own, and the others' of then. */
const TELL_EVERY = 1000;

interface Count {
  /** Counted here and not told yet. */
  own: number;
  /** As the database had it when it was last told: everybody's. */
  all: number;
}

/**
 * Counts requests of an address for all servers together, through the database, and by windows of the clock, so that every server has
 * the same. Nobody waits for it: what is counted is told once a second, so a flood over several servers is a second late at most.
 */
export class SharedLimits implements Store {
  private since = 0;
  private counts = new Map<string, Count>();
  private telling: NodeJS.Timeout | null = null;

  constructor(
    private readonly sequelize: Sequelize,
    /** ms */
    private readonly window: number,
    /** Tells limits of several kinds apart. */
    private readonly kind: string,
    private readonly now: () => number = Date.now,
  ) {}

  private turn(): void {
    const since = Math.floor(this.now() / this.window) * this.window;
    if (since === this.since) return;
    this.since = since;
    this.counts = new Map();
  }

  increment(who: string): ClientRateLimitInfo {
    this.turn();
    const count = this.counts.get(who) ?? { own: 0, all: 0 };
    count.own++;
    this.counts.set(who, count);
    this.telling ??= setTimeout(() => void this.tell(), TELL_EVERY).unref();
    return { totalHits: count.all + count.own, resetTime: new Date(this.since + this.window) };
  }

  decrement(who: string): void {
    const count = this.counts.get(who);
    if (count) count.own--;
  }

  async resetKey(who: string): Promise<void> {
    this.counts.delete(who);
    await this.sequelize.query('DELETE FROM limits WHERE since = ? AND who = ?', { replacements: [this.since, this.name(who)] });
  }

  private readonly name = (who: string): string => `${this.kind}/${who}`.slice(0, 120);

  /** Tells what was counted and learns what the others did. */
  async tell(): Promise<void> {
    this.telling = null;
    const { since, counts } = this;
    const told = [...counts].filter(([, { own }]) => own !== 0);
    if (told.length === 0) return;
    const rows = told.map(([who, count]) => {
      const own = count.own;
      count.own = 0;
      count.all += own;
      return [this.name(who), since, own] as const;
    });
    try {
      await this.sequelize.query(
        `INSERT INTO limits (who, since, hits) VALUES ${rows.map(() => '(?, ?, ?)').join()} ON DUPLICATE KEY UPDATE hits = hits + VALUES(hits)`,
        { replacements: rows.flat() },
      );
      const known = await this.sequelize.query<{ who: string; hits: number }>(
        'SELECT who, hits FROM limits WHERE since = ? AND who IN (?)',
        {
          type: QueryTypes.SELECT,
          replacements: [since, rows.map(([who]) => who)],
        },
      );
      const hits = new Map(known.map((row) => [row.who, Number(row.hits)]));
      if (this.since === since) for (const [who] of told) this.learn(who, hits.get(this.name(who)));
      await this.sequelize.query('DELETE FROM limits WHERE since < ?', { replacements: [since - this.window] });
    } catch {
      // A database that is away refuses the requests themselves; counting goes on here.
    }
  }

  private learn(who: string, all: number | undefined): void {
    const count = this.counts.get(who);
    if (count && all !== undefined) count.all = Math.max(count.all, all);
  }
}
