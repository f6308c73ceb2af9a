import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { Router, type Express, type Request } from 'express';
import session from 'express-session';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { QueryTypes } from 'sequelize';
import { HttpProblem, loggedError, nothingHere, problemHandler } from './http/problem';
import { mount, openApi } from './http/route';
import { User } from './models/accounts';
import { allRoutes } from './routes';
import { Provider, type ProviderGiven } from './accounts/provider';
import { SESSION_MS } from './accounts/people';
import { signedIn } from './accounts/rules';
import { isActive } from './accounts/service';
import { readAnew, sessionsIn } from './accounts/sessions';
import { headsLost } from './chain/head';
import { claimedSession, rates, SESSION_COOKIE } from './http/rate';
import { madeOnce } from './http/made-once';
import { ownPagesOnly } from './http/origin';
import { metrics } from './http/metrics';
import { keepDistricts, townName } from './districts/service';
import type { World } from './world';

declare module 'express-session' {
  interface SessionData {
    userId: string;
    /** What others call the session: its own id is a secret. */
    publicId: string;
    beganAt: string;
    device: string;
    /** A second factor that waits for its first code. */
    offered: string;
    /** When it was offered, ISO. */
    offeredAt: string;
    /** Ended from elsewhere: the device is to forget what it holds. */
    ended: 'forget';
  }
}

export interface AppOptions {
  world: World;
  /** Folder of the font packages that printed sheets use. */
  fonts: string;
  /** Signs the session cookie and seals second factors. */
  secret: string;
  /** Folder of the built web application, if it is to be served. */
  webDir?: string;
  logger?: Logger;
  /** Requests a minute of one signed-in device, or of all strangers at one address. */
  limit?: number;
  /** By which sessions expire; the real one, also where the day of a demonstration stands still. */
  clock?: () => Date;
  /** The invented town, with accounts that anybody may take. No town has their route. */
  isDemonstration?: boolean;
  /** Addresses of proxies whose word on who asks is taken, as express names them: none, unless it is said. */
  proxies?: string;
  /** Where the organisation signs in, if it does so elsewhere. */
  provider?: ProviderGiven;
  /** A live stream says so often that it is there, and looks whether it may go on, ms. */
  beatMs?: number;
}

/** A database that does not answer so soon is not ready, ms. */
const READY_WITHIN_MS = 2000;
/** A day that was set differs from the clock by more, ms. */
const CLOCK_STANDS_MS = 60_000;
/** What a page may ask of the device: where it is, and its camera; nothing else. */
const PERMISSIONS =
  'accelerometer=(self), camera=(self), geolocation=(self), gyroscope=(self), magnetometer=(self), microphone=(), payment=(), usb=(), display-capture=(), browsing-topics=()';

/** Hashes of the styles that stand in the page itself, and of an empty one, which styles made by script begin as. */
function styleHashes(webDir: string | undefined): string[] {
  const page = webDir && existsSync(join(webDir, 'index.html')) ? readFileSync(join(webDir, 'index.html'), 'utf8') : '';
  const styles = [...page.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map(([, style = '']) => style);
  return [...new Set(['', ...styles])].map((style) => `'sha256-${createHash('sha256').update(style).digest('base64')}'`);
}

/** What of a request is written to the log: neither cookie nor body. */
const loggedRequest = ({ id, method, url, originalUrl }: { id?: unknown; method?: string; url?: string; originalUrl?: string }) => ({
  id,
  method,
  // What is asked for, without what was typed: a search may be a name.
  path: (originalUrl ?? url)?.split('?')[0],
});
const loggedAnswer = ({ statusCode }: { statusCode?: number }) => ({ status: statusCode });

/** The whole service as one Express application. It keeps no state of its own. */
export function createApp({
  world,
  fonts,
  secret,
  webDir,
  logger,
  limit = 1200,
  clock = () => new Date(),
  isDemonstration = false,
  proxies,
  provider,
  beatMs,
}: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', proxies ?? false);
  if (logger)
    app.use(
      pinoHttp({
        logger,
        autoLogging: { ignore: (request) => !request.url?.startsWith('/api') },
        serializers: { req: loggedRequest, res: loggedAnswer, err: loggedError },
        // Given as they are: what a wrapper made of an error is none any more.
        wrapSerializers: false,
      }),
    );
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          childSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", ...styleHashes(webDir)],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          fontSrc: ["'self'", 'data:'],
          upgradeInsecureRequests: null,
        },
      },
    }),
  );
  app.use((_request, response, next) => {
    response.set('Permissions-Policy', PERMISSIONS);
    next();
  });
  app.use(compression());

  app.get('/healthz', (_request, response) => {
    // A device holds its clock against it. Where the day of a demonstration stands still there is nothing to hold it against.
    const [now, told] = [clock().getTime(), world.now().getTime()];
    response.json({ alive: true, now: Math.abs(now - told) < CLOCK_STANDS_MS ? now : null });
  });
  app.get('/readyz', async (_request, response) => {
    // Not ready is an answer, not an error: whoever asks sends nobody here for a while.
    const ready = await Promise.race([
      world.sequelize.query('SELECT 1', { type: QueryTypes.SELECT }).then(
        () => true,
        () => false,
      ),
      new Promise<boolean>((resolve) => setTimeout(() => resolve(false), READY_WITHIN_MS).unref()),
    ]);
    // A head that could not be kept is told here too, and keeps nobody from working.
    response.status(ready ? 200 : 503).json({ ready, headsLost: headsLost() });
  });

  const counted = metrics(app);
  const api = Router();
  api.use(counted);
  // An answer is nobody's but theirs who asked; what may be kept says so itself.
  api.use((_request, response, next) => {
    response.set('Cache-Control', 'no-store');
    next();
  });
  api.use(ownPagesOnly);
  api.use(rates(world.sequelize, secret, limit));
  api.use(
    session({
      name: SESSION_COOKIE,
      secret,
      store: sessionsIn(world.sequelize, clock),
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: SESSION_MS },
    }),
  );
  const routes = allRoutes(
    world,
    fonts,
    {
      clock,
      secret,
      isDemonstration,
      town: townName,
      // Anybody may be anybody in the demonstration: nobody ties an account of it to themselves.
      provider: provider && !isDemonstration ? new Provider(provider, secret, world.alarm) : null,
    },
    beatMs,
  );
  api.get(
    '/openapi.json',
    madeOnce(() => openApi(routes)),
  );
  const whoAsks = async (request: Request) => {
    const { userId, ended } = request.session;
    if (ended) throw new HttpProblem(401, 'Signed out', 'This device was signed out remotely. Its saved data will be deleted.', ended);
    const user = userId ? await User.findByPk(userId) : null;
    return user && isActive(user) ? signedIn(world, user) : null;
  };
  mount(api, routes, {
    async first(request) {
      await keepDistricts(world);
      return whoAsks(request);
    },
    claims: (request) => claimedSession(request.headers.cookie, secret) !== null,
    now: async (request) => ((await readAnew(request)) ? whoAsks(request) : null),
  });
  api.use(nothingHere);
  app.use('/api/v1', api);
  app.use('/api', nothingHere);

  if (webDir && existsSync(join(webDir, 'index.html'))) {
    // File names of the bundle carry a hash of their content, so they never go stale.
    app.use('/_expo', express.static(join(webDir, '_expo'), { immutable: true, maxAge: '1y' }));
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }));
    // A script that is not there is not the page: an open tab after an upgrade must not take the one for the other.
    app.use(
      ['/_expo', '/assets'],
      (_request, response) => void response.status(404).type('text').send('Not here any more. Load the page again.'),
    );
    app.get('/robots.txt', (_request, response) => void response.type('text').send('User-agent: *\nDisallow: /api/\n'));
    app.use(express.static(webDir, { index: false, maxAge: 0 }));
    app.get('/{*page}', (_request, response) => response.sendFile(join(webDir, 'index.html'), { maxAge: 0 }));
  }
  app.use(problemHandler);
  return app;
}
