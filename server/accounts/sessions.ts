import { LRUCache } from 'lru-cache';
import sessionStore from 'connect-session-sequelize';
import { Store, type SessionData } from 'express-session';
import { Op, type Sequelize } from 'sequelize';
import { Session } from './model';

const SequelizeStore = sessionStore(Store);

/** Sessions that have ended are swept out this often, ms. */
const SWEEP_EVERY = 15 * 60_000;

/** A session in use is renewed this often, ms. */
const TOUCH_EVERY = 10 * 60_000;

/**
 * Sessions in the database, so that several servers share them. A session that has expired is none, whatever the cookie says: the
 * package leaves that to the browser.
 */
class ExpiringStore extends SequelizeStore {
  constructor(
    db: Sequelize,
    private readonly now: () => Date,
  ) {
    super({
      db,
      table: 'Session',
      checkExpirationInterval: SWEEP_EVERY,
      // Whose it is, so that all of a person's can be ended.
      extendDefaultFields: (fields: object, session: Partial<SessionData>) => ({ ...fields, userId: session.userId ?? null }),
    });
    // A session that is used is renewed, now and then: not every question has to write.
    const touched = new LRUCache<string, true>({ max: 20_000, ttl: TOUCH_EVERY });
    const renew = this.touch.bind(this);
    this.touch = (sid, session, done) => {
      if (touched.has(sid)) return void done?.(null);
      touched.set(sid, true);
      return renew(sid, session, done);
    };
  }

  override get(sid: string, done: (error: unknown, session?: SessionData | null) => void): void {
    Session.findByPk(sid).then(
      async (row) => {
        if (!row || row.data === null) return done(null, null);
        if (row.expires !== null && row.expires <= this.now()) {
          await row.destroy();
          return done(null, null);
        }
        done(null, JSON.parse(row.data) as SessionData);
      },
      (error: unknown) => done(error),
    );
  }
}

/** The store of sessions. @param now by whose clock they expire */
export const sessionsIn = (sequelize: Sequelize, now: () => Date) => new ExpiringStore(sequelize, now);

/** Ends every session of a person, on all devices, but for one where it is given. @returns how many ended */
export const endSessions = (userId: string, except?: string): Promise<number> =>
  Session.destroy({ where: { userId, ...(except === undefined ? {} : { sid: { [Op.ne]: except } }) } });
