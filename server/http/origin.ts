import type { RequestHandler } from 'express';
import { HttpProblem } from './problem';

/** Methods that change nothing. */
const ASKS = ['GET', 'HEAD', 'OPTIONS'];

/**
 * Lets a page of another origin change nothing, whatever the browser's cookie says: a browser tells where a request comes from by
 * `Sec-Fetch-Site` (W3C Fetch Metadata), an older one by `Origin`. What sends neither is no page of a browser.
 */
export const ownPagesOnly: RequestHandler = (request, _response, next) => {
  if (ASKS.includes(request.method)) return next();
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  const foreign = site !== undefined ? site !== 'same-origin' && site !== 'none' : origin !== undefined && hostOf(origin) !== request.host;
  if (foreign) throw new HttpProblem(403, 'Another origin', 'Only pages of this service may change anything here.');
  next();
};

function hostOf(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}
