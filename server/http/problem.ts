import type { ErrorRequestHandler, RequestHandler } from 'express';
import { ConnectionError, DatabaseError, TimeoutError, UniqueConstraintError } from 'sequelize';
import { Refusal } from '@dendrix/core/problem';
import { type ProblemDetails } from '@dendrix/core/contracts';

/** An answer that is not what was asked for, with a sentence a crew member understands. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly path?: string,
    /** Seconds after which it may be asked again. */
    readonly retryAfter?: number,
  ) {
    super(detail);
  }
}

export const notFound = (what: string) => new HttpProblem(404, 'Not found', `${what} was not found.`);

const TYPE = 'about:blank';

/** What MariaDB says when a value does not fit, by its number: the sentence, and whether sending it again may help. */
const DATABASE: Record<number, { status: number; title: string; detail: string }> = {
  // Data too long, out of range, incorrect value, invalid JSON text, check constraint.
  1406: { status: 422, title: 'Not understood', detail: 'One of the entries is too long. Shorten it.' },
  1264: { status: 422, title: 'Not understood', detail: 'A number is too large. Check it.' },
  1366: { status: 422, title: 'Not understood', detail: 'One of the entries has characters that cannot be saved. Check it.' },
  4025: { status: 422, title: 'Not understood', detail: 'One of the entries has characters that cannot be saved. Check it.' },
  1153: { status: 413, title: 'Too large', detail: 'The upload is too large.' },
  1452: { status: 409, title: 'Not there', detail: 'This refers to an item that was deleted. Reload the page.' },
  1451: { status: 409, title: 'In use', detail: 'This item is in use and cannot be deleted.' },
};
/** No room on its disk, read-only, or an account or schema that an upgrade left behind: whatever is sent, none of it can be kept now. */
const CANNOT_KEEP = new Set([1021, 1114, 1037, 1041, 1290, 1836, 1044, 1142, 1143, 1146, 1054]);
const CANNOT = {
  status: 503,
  title: 'Cannot save now',
  detail: 'The server cannot save at the moment. Your entries are saved on this device. Tell your administrator.',
};
const AWAY = {
  status: 503,
  title: 'Temporarily unavailable',
  detail: 'The server cannot reach its database. Your entries are saved on this device. The app will try again.',
};

/** What an error of the database means to the person; null where it is none. */
function ofDatabase(error: unknown): { status: number; title: string; detail: string } | null {
  if (error instanceof ConnectionError || error instanceof TimeoutError) return AWAY;
  if (error instanceof UniqueConstraintError) return { status: 409, title: 'Already there', detail: 'This name or ID already exists.' };
  if (!(error instanceof DatabaseError)) return null;
  const { errno, code } = error.original as { errno?: number; code?: string };
  if (code === 'ER_SOCKET_UNEXPECTED_CLOSE' || code === 'ECONNRESET' || code === 'ER_GET_CONNECTION_TIMEOUT') return AWAY;
  return DATABASE[errno ?? 0] ?? (CANNOT_KEEP.has(errno ?? 0) ? CANNOT : null);
}

/**
 * What of an error is written to the log. An error of the database carries the statement and all that was put into it: of it what the
 * database said, without the values it quotes, and where it was.
 */
export function loggedError(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { message: 'something was thrown that is no error' };
  const { cause } = error;
  const { errno, code } = ((error as { original?: unknown }).original ?? {}) as { errno?: number; code?: string };
  const database = error instanceof DatabaseError || error instanceof UniqueConstraintError || error instanceof ConnectionError;
  return {
    type: error.name,
    // The first line, and no longer than one: a message may hold what was sent.
    message: database ? `the database said ${code ?? errno ?? 'no'}` : error.message.split('\n')[0]?.slice(0, LONGEST_LOGGED),
    at: error.stack
      ?.split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12),
    ...(cause instanceof Error ? { cause: loggedError(cause) } : {}),
  };
}
const LONGEST_LOGGED = 300;

function detailsOf(error: unknown): ProblemDetails {
  if (error instanceof HttpProblem) {
    return { type: TYPE, title: error.title, status: error.status, detail: error.message, ...(error.path ? { path: error.path } : {}) };
  }
  if (error instanceof Refusal) {
    return { type: TYPE, title: 'Not understood', status: 422, detail: error.message, ...(error.path ? { path: error.path } : {}) };
  }
  const database = ofDatabase(error);
  if (database) return { type: TYPE, ...database };
  const status = (error as { status?: unknown }).status;
  if (status === 400 && (error as { type?: unknown }).type === 'request.aborted')
    return { type: TYPE, title: 'Cut off', status: 400, detail: 'The upload was interrupted. Try again.' };
  if (status === 413) return { type: TYPE, title: 'Too large', status: 413, detail: 'The upload is too large.' };
  if (status === 415)
    return { type: TYPE, title: 'Not understood', status: 415, detail: 'The server does not support this file encoding.' };
  if (typeof status === 'number' && status >= 400 && status < 500) {
    return { type: TYPE, title: 'Not understood', status, detail: 'The request is not valid JSON.' };
  }
  return {
    type: TYPE,
    title: 'Server error',
    status: 500,
    detail: 'The server had an error. Your entries are saved on this device. Try again later.',
  };
}

/** Seconds after which what is busy or away may be asked again. */
const RETRY_AFTER = '2';

/** Turns every error into problem+json (RFC 9457). */
export const problemHandler: ErrorRequestHandler = (error, request, response, _next) => {
  if (response.headersSent) {
    // The answer is out, or half of it: the framework would only print the whole error, with what stood in the question.
    request.log?.error({ err: error }, 'failed after the answer was started');
    return void (response.writableEnded || response.destroy());
  }
  const details = detailsOf(error);
  if (details.status >= 500) request.log?.error({ err: error }, 'request failed');
  const retryAfter = (error as { retryAfter?: unknown }).retryAfter ?? (details.status === 503 ? RETRY_AFTER : undefined);
  if (retryAfter !== undefined) response.set('Retry-After', String(retryAfter));
  response.status(details.status).type('application/problem+json').send(JSON.stringify(details));
};

/** The last route under /api: nothing else matched. */
export const nothingHere: RequestHandler = (request) => {
  throw notFound(`${request.method} ${request.originalUrl.split('?')[0]}`);
};
