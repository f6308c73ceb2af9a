import express, { type Request, type RequestHandler, type Response } from 'express';
import { HttpProblem } from './problem';

// A body is read after it is known who sends it, and no further than its route allows. What is packed counts as long as it is unpacked.

/** What most routes take, bytes: a form filled in by hand. */
export const SMALL = 16 * 1024;
/** A JSON body nests so deep at most; a whole visit has a dozen. */
const DEEPEST = 40;
/** A million small things in a body of a few megabytes take longer to make than to read: one thing for so many bytes, on average. */
const BYTES_A_THING = 3;
/** What is small may be as dense as it likes. */
const DENSE_BELOW = 64 * 1024;

const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const OPEN = [0x7b, 0x5b];
const CLOSE = [0x7d, 0x5d];

/**
 * Looks at a body before anything is made of it.
 * @throws HttpProblem 422 where it nests too deep or holds too many things for its length
 */
export function checkShape(body: Buffer): void {
  let depth = 0;
  let things = 0;
  let within = false;
  for (let i = 0; i < body.length; i++) {
    const byte = body[i] as number;
    if (within) {
      if (byte === BACKSLASH) i++;
      else if (byte === QUOTE) within = false;
    } else if (byte === QUOTE) within = true;
    else if (OPEN.includes(byte)) {
      things++;
      if (++depth > DEEPEST) throw new HttpProblem(422, 'Not understood', `The data is nested more than ${DEEPEST} levels deep.`);
    } else if (CLOSE.includes(byte)) depth--;
    else if (byte === 0x2c) things++;
  }
  if (body.length > DENSE_BELOW && things * BYTES_A_THING > body.length)
    throw new HttpProblem(422, 'Not understood', 'The data has more items than the server accepts.');
}

/** Where a text of a body is half a character, as people write a path; null where all are whole. */
function halfCharacter(value: unknown, path: string): string | null {
  if (typeof value === 'string') return isWellFormed(value) ? null : path;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    if (!isWellFormed(key)) return path;
    const found = halfCharacter(part, Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`);
    if (found !== null) return found;
  }
  return null;
}
/** No half of a surrogate pair stands alone (Unicode 16, chapter 3.8). */
const isWellFormed = (text: string): boolean => !/\p{Surrogate}/u.test(text);

/**
 * @throws HttpProblem 422 where a text holds half a character: no database keeps it, and it would be tried for ever
 */
function checkText(body: unknown): void {
  const at = halfCharacter(body, '');
  if (at !== null)
    throw new HttpProblem(422, 'Not understood', `${at || 'What was sent'} holds half a character. Delete it and write it again.`, at);
}

/** A body that has not come in after so long does not come, ms; files that may be large have their own way. */
const PATIENCE_MS = 60_000;

const read = (parser: RequestHandler, request: Request, response: Response): Promise<void> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(() => {
      response.set('Connection', 'close');
      reject(new HttpProblem(408, 'Too slow', 'The upload did not finish. The app will try again.'));
    }, PATIENCE_MS);
    void parser(request, response, (error?: unknown) => {
      clearTimeout(timer);
      if (error) reject(error as Error);
      else resolve();
    });
  });

const parsers = new Map<string, RequestHandler>();

/**
 * The reader of a route's body: JSON, or bytes where it names media types.
 * @param limit bytes, unpacked
 */
export function bodyReader(limit: number, types?: readonly string[]): (request: Request, response: Response) => Promise<void> {
  const key = `${limit}/${types?.join() ?? 'json'}`;
  const parser =
    parsers.get(key) ??
    (types
      ? express.raw({ type: [...types], limit })
      : express.json({ limit, verify: (_request, _response, body: Buffer) => checkShape(body) }));
  parsers.set(key, parser);
  return async (request, response) => {
    await read(parser, request, response);
    if (!types) checkText(request.body);
  };
}
