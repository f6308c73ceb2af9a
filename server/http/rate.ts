import { createHash } from 'node:crypto';
import { parseCookie } from 'cookie';
import { unsign } from 'cookie-signature';
import { Router, type Request, type RequestHandler } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import type { Sequelize } from 'sequelize';
import { SharedLimits } from './limits';
import { HttpProblem } from './problem';

/** Name of the session cookie. */
export const SESSION_COOKIE = 'dendrix';
/** Requests are counted in windows of, ms. */
const WINDOW_MS = 60_000;
/** So many tiles may be asked for in place of one other request: a map asks for many small answers at once. */
const TILES_FOR_ONE = 10;
/** So many devices' worth of requests may come from one address: an office, or a mobile network, may stand behind it. */
const DEVICES_OF_ONE_ADDRESS = 50;
const SIGNED = /^s:/;

/**
 * Whose session a request claims, without asking the database: the cookie is signed by us, so nobody makes one up. It may have ended since.
 * @returns a hash that names the session, null where there is no cookie of ours
 */
export function claimedSession(header: string | undefined, secret: string): string | null {
  if (!header) return null;
  const value = parseCookie(header)[SESSION_COOKIE];
  if (value === undefined || !SIGNED.test(value)) return null;
  const id = unsign(value.replace(SIGNED, ''), secret);
  return id === false ? null : createHash('sha256').update(id).digest('base64url').slice(0, 22);
}

const addressOf = (request: Request): string => `a:${ipKeyGenerator(request.ip ?? '')}`;

const tooMany =
  (from: string): RequestHandler =>
  (request) => {
    const { resetTime } = (request as Request & { rateLimit?: { resetTime?: Date } }).rateLimit ?? {};
    const seconds = Math.max(1, Math.ceil(((resetTime?.getTime() ?? Date.now() + WINDOW_MS) - Date.now()) / 1000));
    const detail = `Too many requests from ${from} in one minute. The app tries again automatically.`;
    throw new HttpProblem(429, 'Too many requests', detail, undefined, seconds);
  };

/**
 * Limits requests a minute: of each signed-in device by its session, of strangers by their address (IPv6 by its network of 56 bits), and
 * of one address in all so that a flood of sign-ins has an end. Nothing of it waits for the database.
 * @param limit requests a minute of one device, or of all strangers at one address
 */
export function rates(sequelize: Sequelize, secret: string, limit: number): Router {
  const by = (kind: string, most: number, from: string, keyGenerator: (request: Request) => string) =>
    rateLimit({
      windowMs: WINDOW_MS,
      standardHeaders: 'draft-8',
      legacyHeaders: false,
      limit: most,
      keyGenerator,
      handler: tooMany(from),
      store: new SharedLimits(sequelize, WINDOW_MS, kind),
    });
  const whose = (request: Request) => {
    const session = claimedSession(request.headers.cookie, secret);
    return session === null ? addressOf(request) : `s:${session}`;
  };
  const all = by('all', limit * DEVICES_OF_ONE_ADDRESS, 'this address', (request) => `all ${addressOf(request)}`);
  const tiles = by('tiles', limit * TILES_FOR_ONE, 'this device', whose);
  const others = by('api', limit, 'this device or address', whose);
  const router = Router();
  router.use((request, response, next) => (request.path.startsWith('/tiles/') ? tiles : others)(request, response, next));
  router.use(all);
  return router;
}
