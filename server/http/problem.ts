import type { ErrorRequestHandler, RequestHandler } from 'express';
import { Refusal, type ProblemDetails } from '@dendrix/core/contracts';

/** An answer that is not what was asked for, with a sentence a crew member understands. */
export class HttpProblem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    detail: string,
    readonly path?: string,
  ) {
    super(detail);
  }
}

export const notFound = (what: string) => new HttpProblem(404, 'Not found', `${what} is not here.`);

const TYPE = 'about:blank';

function detailsOf(error: unknown): ProblemDetails {
  if (error instanceof HttpProblem) {
    return { type: TYPE, title: error.title, status: error.status, detail: error.message, ...(error.path ? { path: error.path } : {}) };
  }
  if (error instanceof Refusal) {
    return { type: TYPE, title: 'Not understood', status: 422, detail: error.message, ...(error.path ? { path: error.path } : {}) };
  }
  const status = (error as { status?: unknown }).status;
  if (status === 413) return { type: TYPE, title: 'Too large', status: 413, detail: 'What was sent is too large.' };
  if (typeof status === 'number' && status >= 400 && status < 500) {
    return { type: TYPE, title: 'Not understood', status, detail: 'What was sent is not JSON that can be read.' };
  }
  return {
    type: TYPE,
    title: 'Server trouble',
    status: 500,
    detail: 'Something went wrong on the server. What you entered is kept on your device; try again later.',
  };
}

/** Turns every error into problem+json (RFC 9457). */
export const problemHandler: ErrorRequestHandler = (error, request, response, next) => {
  if (response.headersSent) return next(error);
  const details = detailsOf(error);
  if (details.status >= 500) request.log?.error({ err: error }, 'request failed');
  response.status(details.status).type('application/problem+json').send(JSON.stringify(details));
};

/** The last route under /api: nothing else matched. */
export const nothingHere: RequestHandler = (request) => {
  throw notFound(`${request.method} ${request.originalUrl.split('?')[0]}`);
};
