import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compression from 'compression';
import express, { Router, type Express, type Request } from 'express';
import rateLimit from 'express-rate-limit';
import session from 'express-session';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { QueryTypes } from 'sequelize';
import { nothingHere, problemHandler } from './http/problem';
import { mount, openApi } from './http/route';
import { User } from './accounts/model';
import { allRoutes } from './routes';
import { accountOf } from './accounts/service';
import { sessionsIn } from './accounts/sessions';
import { SharedLimits } from './http/limits';
import { PICTURE_TYPES } from './photos/service';
import type { World } from './world';

declare module 'express-session' {
  interface SessionData {
    userId: string;
  }
}

export interface AppOptions {
  world: World;
  /** Folder of the font packages that printed sheets use. */
  fonts: string;
  /** Signs the session cookie. */
  secret: string;
  /** Folder of the built web application, if it is to be served. */
  webDir?: string;
  logger?: Logger;
  /** Requests a minute from one address. */
  limit?: number;
  /** By which sessions expire; the real one, also where the day of a demonstration stands still. */
  clock?: () => Date;
}

/** A session lives two weeks: a crew may be out of signal for days. */
const SESSION_MS = 14 * 24 * 3600 * 1000;
/** A database that does not answer so soon is not ready, ms. */
const READY_WITHIN_MS = 2000;
/** Requests are counted by windows of, ms; and so many tiles may be asked for in the place of another request. */
const LIMIT_WINDOW_MS = 60_000;
const TILES_FOR_ONE = 10;
const LARGEST_BODY = '16mb';
const LARGEST_PICTURE = '12mb';

/** The whole service as one Express application. It keeps no state of its own. */
export function createApp({ world, fonts, secret, webDir, logger, limit = 1200, clock = () => new Date() }: AppOptions): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', 'loopback');
  if (logger) app.use(pinoHttp({ logger, autoLogging: { ignore: (request) => !request.url?.startsWith('/api') } }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'", 'blob:'],
          childSrc: ["'self'", 'blob:'],
          styleSrc: ["'self'", "'unsafe-inline'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          connectSrc: ["'self'"],
          fontSrc: ["'self'", 'data:'],
          upgradeInsecureRequests: null,
        },
      },
    }),
  );
  app.use(compression());

  app.get('/healthz', (_request, response) => void response.json({ alive: true }));
  app.get('/readyz', async (_request, response) => {
    // Not ready is an answer, not an error: whoever asks sends nobody here for a while.
    const ready = await Promise.race([
      world.sequelize.query('SELECT 1', { type: QueryTypes.SELECT }).then(
        () => true,
        () => false,
      ),
      new Promise<boolean>((resolve) => setTimeout(() => resolve(false), READY_WITHIN_MS).unref()),
    ]);
    response.status(ready ? 200 : 503).json({ ready });
  });

  const api = Router();
  const shared = (kind: string) => new SharedLimits(world.sequelize, LIMIT_WINDOW_MS, kind);
  const limited = { windowMs: LIMIT_WINDOW_MS, standardHeaders: 'draft-8', legacyHeaders: false } as const;
  // A map asks for many small answers at a time; they do not count among what a person does.
  api.use('/tiles', rateLimit({ ...limited, limit: limit * TILES_FOR_ONE, store: shared('tiles') }));
  api.use(rateLimit({ ...limited, limit, store: shared('api'), skip: ({ path }) => path.startsWith('/tiles/') }));
  api.use(
    session({
      name: 'dendrix',
      secret,
      store: sessionsIn(world.sequelize, clock),
      resave: false,
      saveUninitialized: false,
      rolling: true,
      cookie: { httpOnly: true, sameSite: 'strict', secure: 'auto', maxAge: SESSION_MS },
    }),
  );
  api.use(express.json({ limit: LARGEST_BODY }));
  api.use(express.raw({ type: [...PICTURE_TYPES], limit: LARGEST_PICTURE }));
  const routes = allRoutes(world, fonts);
  api.get('/openapi.json', (_request, response) => void response.json(openApi(routes)));
  mount(api, routes, async (request: Request) => {
    const userId = request.session.userId;
    const user = userId ? await User.findByPk(userId) : null;
    return user ? accountOf(user) : null;
  });
  api.use(nothingHere);
  app.use('/api/v1', api);
  app.use('/api', nothingHere);

  if (webDir && existsSync(join(webDir, 'index.html'))) {
    // File names of the bundle carry a hash of their content, so they never go stale.
    app.use('/_expo', express.static(join(webDir, '_expo'), { immutable: true, maxAge: '1y' }));
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y' }));
    app.use(express.static(webDir, { index: false, maxAge: 0 }));
    app.get('/{*page}', (_request, response) => response.sendFile(join(webDir, 'index.html'), { maxAge: 0 }));
  }
  app.use(problemHandler);
  return app;
}
