import Bowser from 'bowser';
import { LRUCache } from 'lru-cache';
import sessionStore from 'connect-session-sequelize';
import { Store, type SessionData } from 'express-session';
import type { Request } from 'express';
import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import { v4 as randomId } from 'uuid';
import type { DeviceView } from '@dendrix/core/contracts';
import { Session } from '../models/accounts';

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
      extendDefaultFields: (fields: object, { userId, publicId, beganAt, device }: Partial<SessionData>) => ({
        ...fields,
        userId: userId ?? null,
        id: publicId ?? null,
        beganAt: beganAt ?? null,
        device: device ?? null,
      }),
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
        done(null, { ...(JSON.parse(row.data) as SessionData), ...(row.ended ? { ended: row.ended } : {}) });
      },
      (error: unknown) => done(error),
    );
  }
}

/** The store of sessions. @param now by whose clock they expire */
export const sessionsIn = (sequelize: Sequelize, now: () => Date) => new ExpiringStore(sequelize, now);

/** What the session package says where the store holds none. */
const NO_SESSION = 'failed to load session';

/**
 * Reads the session of a request anew from the store.
 * @returns false where it has ended meanwhile
 * @throws the store's error where it cannot be read: an outage signs nobody out
 */
export const readAnew = (request: Request): Promise<boolean> =>
  new Promise((resolve, reject) =>
    request.session.reload((error?: Error) => {
      if (error && error.message !== NO_SESSION) reject(error);
      else resolve(!error);
    }),
  );

/** In words what somebody is signed in on, as far as it says: "Chrome on Android". */
export function deviceWords(userAgent: string | undefined): string {
  if (!userAgent) return 'a device that does not say what it is';
  const { browser, os } = Bowser.parse(userAgent);
  return [browser.name ?? 'a browser', os.name].filter(Boolean).join(' on ').slice(0, 200);
}

/** Begins a session of a person on the device that asks; what was before it on this device is gone. */
export async function beginSession(request: Request, userId: string, now: Date): Promise<void> {
  const settled = (step: (done: (error: unknown) => void) => void) =>
    new Promise<void>((resolve, reject) => step((error) => (error ? reject(error as Error) : resolve())));
  await settled((done) => request.session.regenerate(done));
  Object.assign(request.session, {
    userId,
    publicId: randomId(),
    beganAt: now.toISOString(),
    device: deviceWords(request.get('user-agent')),
  });
  // Kept before the answer: told "signed in", nobody may find out from the next request that the database had no time for it.
  await settled((done) => request.session.save(done));
}

/**
 * Ends sessions. A device that is lost is kept in mind instead, so that at its next contact it is told to forget what it holds.
 * @returns how many ended
 */
async function end(where: WhereOptions<Session>, forget: boolean): Promise<number> {
  if (!forget) return Session.destroy({ where: { ...where, ended: null } });
  const [ended] = await Session.update({ ended: 'forget' }, { where });
  return ended;
}

/** Ends every session of a person, on all devices, but for one where it is given. @returns how many ended */
export const endSessions = (userId: string, except?: string, forget = false): Promise<number> =>
  end({ userId, ...(except === undefined ? {} : { sid: { [Op.ne]: except } }) }, forget);

/** Ends one session of a person by the name others call it. @returns whether there was one */
export const endSession = async (userId: string, id: string, forget: boolean): Promise<boolean> => (await end({ userId, id }, forget)) > 0;

/** The devices a person is signed in on, the newest contact first. @param here the session that asks */
export async function devicesOf(userId: string, lastSeen: (expires: Date) => string, here?: string): Promise<DeviceView[]> {
  const rows = await Session.findAll({ where: { userId, expires: { [Op.gt]: new Date() } }, order: [['expires', 'DESC']] });
  return rows.flatMap((row) =>
    row.id === null
      ? []
      : {
          id: row.id,
          device: row.device ?? 'a device',
          beganAt: row.beganAt?.toISOString() ?? null,
          lastSeen: row.expires ? lastSeen(row.expires) : null,
          isThis: row.sid === here,
          toForget: row.ended === 'forget',
        },
  );
}
