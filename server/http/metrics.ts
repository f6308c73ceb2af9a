import type { Express, Request, RequestHandler } from 'express';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { headsLost } from '../chain/head';

// How the service fares, in the text format of Prometheus. It names routes and never what was asked in them.

/** Seconds: a tap, a screen, a sheet, and what nobody waits for. */
const BUCKETS = [0.01, 0.025, 0.05, 0.1, 0.2, 0.4, 1, 3, 10];

/** Whether somebody asks from this machine itself, and not through a proxy on it. */
const isHere = ({ socket: { remoteAddress = '' }, headers }: Request): boolean =>
  headers['x-forwarded-for'] === undefined && headers.forwarded === undefined && /^(::1|(::ffff:)?127\.)/.test(remoteAddress);

/**
 * Counts every request, and tells at /metrics: to this machine alone, since how much a town works is nobody else's business.
 * @returns what counts, to stand before the routes
 */
export function metrics(app: Express): RequestHandler {
  const registry = new Registry();
  collectDefaultMetrics({ register: registry, prefix: 'dendrix_' });
  const took = new Histogram({
    name: 'dendrix_request_seconds',
    help: 'Requests by method, route and status, and how long each took',
    labelNames: ['method', 'route', 'status'],
    buckets: BUCKETS,
    registers: [registry],
  });
  new Gauge({
    name: 'dendrix_chain_heads_lost',
    help: 'Heads of the chain that could not be written to their place apart from the database',
    registers: [registry],
    collect() {
      this.set(headsLost());
    },
  });
  app.get('/metrics', async (request, response, next) => {
    if (!isHere(request)) return next();
    response.type(registry.contentType).send(await registry.metrics());
  });
  return (request, response, next) => {
    const end = took.startTimer();
    response.once('finish', () => {
      // The route as it is written, with its names in place of ids: a few dozen, however much is asked.
      const route = (request.route as { path?: unknown } | undefined)?.path;
      end({ method: request.method, route: typeof route === 'string' ? route : 'none', status: String(response.statusCode) });
    });
    next();
  };
}
