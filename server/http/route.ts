import type { Request, RequestHandler, Response, Router } from 'express';
import { z } from 'zod';
import { pathWords } from '@dendrix/core/problem';
import { mayAct, type Account, type Role } from '@dendrix/core/contracts';
import { canonical } from '../chain/canonical';
import { bodyReader, SMALL } from './body';
import { gateOf, type Heavy } from './gate';
import { HttpProblem } from './problem';

/** What a handler gets: everything checked. */
export interface Call<P, Q, B> {
  params: P;
  query: Q;
  body: B;
  /** The signed-in person; only routes for anyone lack one. */
  user: Account;
  /** Whether they may still ask this: for an answer that goes on for long. */
  still: () => Promise<boolean>;
  request: Request;
  response: Response;
}

/** One route: who may call it, what goes in and comes out. Express, the checks and the OpenAPI page all read it. */
export interface Route<
  P extends z.ZodType = z.ZodType,
  Q extends z.ZodType = z.ZodType,
  B extends z.ZodType = z.ZodType,
  R extends z.ZodType = z.ZodType,
> {
  method: 'get' | 'post' | 'put' | 'delete';
  /** Path below /api/v1 with {name} parts. */
  path: string;
  summary: string;
  /** The least role; `anyone` needs no sign-in. */
  role: Role | 'anyone';
  params?: P;
  query?: Q;
  body?: B;
  /** What the page describes where the body is lifted from older versions before it is checked. */
  describes?: z.ZodType;
  /** Media types of a body that is not JSON. */
  bodyTypes?: readonly string[];
  /** Longest body, bytes; 16 KB where nothing is said. */
  bodyLimit?: number;
  /** Takes time or room: it waits for its turn, and where too many wait it is refused for a moment. */
  heavy?: Heavy;
  /** A device on which nobody ever signed in is told so by 204: it did nothing wrong. */
  nobody?: true;
  /** Open to somebody who owes a second factor: what they need to set it up. */
  owing?: true;
  /** Absent when the answer is not JSON; the handler then writes it. */
  answer?: R;
  /**
   * The handler makes its answer field by field from what was checked when it came in, and it is long: it is sent as it is. The tests
   * hold it against the schema, and that it holds nothing besides.
   */
  asIs?: true;
  handle: (call: Call<z.output<P>, z.output<Q>, z.output<B>>) => Promise<z.input<R> | void>;
}

/** Keeps the types of one route together. */
export const route = <P extends z.ZodType, Q extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(r: Route<P, Q, B, R>): Route =>
  r as unknown as Route;

function check<S extends z.ZodType>(schema: S | undefined, value: unknown, part: string): z.output<S> | undefined {
  if (!schema) return undefined;
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  const path = pathWords(issue?.path ?? []);
  throw new HttpProblem(422, 'Not understood', `${path || part}: ${issue?.message ?? 'not understood'}.`, path || part);
}

/** Whether answers that are sent as they are are held against their schemas: in tests. */
const HELD = process.env.NODE_ENV === 'test';

function sentAsIs(schema: z.ZodType, result: unknown): unknown {
  if (HELD && canonical(schema.parse(result)) !== canonical(result)) throw new Error('an answer holds more than its schema says');
  return result;
}

/**
 * What a device kept says who made it. Of whoever else is signed in by then it is not taken: it would stand under the wrong name for good.
 */
const AUTHOR = 'x-dendrix-author';

/** Lets in who may, before anything they sent is read. @throws HttpProblem 401 or 403 */
function letIn(r: Route, user: Account | null, author: string | undefined): void {
  if (r.role === 'anyone') return;
  if (user && author !== undefined && author !== user.id)
    throw new HttpProblem(401, 'Somebody else', 'A colleague made this on this device. It uploads when they sign in.');
  if (!user) throw new HttpProblem(401, 'Not signed in', 'Sign in first. Your entries are saved on this device.');
  if (!mayAct(user.role, r.role))
    throw new HttpProblem(403, 'Not allowed', `This needs the ${r.role} role. You are signed in as ${user.role}.`);
  if (user.owesFactor && !r.owing)
    throw new HttpProblem(403, 'Two-step sign-in required', 'Your organisation requires two-step sign-in. Set it up under More.', 'factor');
}

/** Who asks: as the request came in, and as they are now, read anew. */
export interface Asking {
  first: (request: Request) => Promise<Account | null>;
  now: (request: Request) => Promise<Account | null>;
  /** Whether it comes with a session of ours, which may be over. */
  claims: (request: Request) => boolean;
}

/**
 * Puts routes on a router, with the role and every input checked before the handler runs. Who may is asked twice: before anything is
 * read, and again once a body is in or a turn was waited for, since a slow body must not outlive the right to send it.
 */
export function mount(router: Router, routes: readonly Route[], asking: Asking): void {
  for (const r of routes) {
    const readBody = r.body ? bodyReader(r.bodyLimit ?? SMALL, r.bodyTypes) : null;
    const handler: RequestHandler = async (request, response) => {
      if (r.nobody && !asking.claims(request)) return void response.status(204).end();
      // Whoever may ask needs no name: also a device that was signed out from elsewhere may sign in.
      let user = r.role === 'anyone' ? null : await asking.first(request);
      letIn(r, user, request.get(AUTHOR));
      const answer = async () => {
        await readBody?.(request, response);
        if (r.role !== 'anyone' && (readBody || r.heavy)) {
          user = await asking.now(request);
          letIn(r, user, request.get(AUTHOR));
        }
        return r.handle({
          params: check(r.params, request.params, 'path'),
          query: check(r.query, request.query, 'query'),
          body: check(r.body, request.body, 'body'),
          user: user as Account,
          still: async () => {
            try {
              letIn(r, await asking.now(request), undefined);
              return true;
            } catch (error) {
              if (error instanceof HttpProblem) return false;
              throw error;
            }
          },
          request,
          response,
        });
      };
      const result = await (r.heavy ? gateOf(r.heavy)(answer) : answer());
      if (response.headersSent) return;
      if (!r.answer) return void response.status(204).end();
      // What the schema does not name never leaves.
      response.json(r.asIs ? sentAsIs(r.answer, result) : r.answer.parse(result));
    };
    router[r.method](r.path.replace(/\{(\w+)\}/g, ':$1'), handler);
  }
}

/** A body by its media types; one that is not JSON is bytes. */
const bodyContent = (r: Route, schema: unknown) =>
  r.bodyTypes
    ? Object.fromEntries(r.bodyTypes.map((type) => [type, { schema: { type: 'string', format: 'binary' } }]))
    : { 'application/json': { schema } };

/** The OpenAPI 3.1 page of a set of routes; JSON Schema comes from the same Zod schemas that check. */
export function openApi(routes: readonly Route[]): Record<string, unknown> {
  const json = (schema: z.ZodType, io: 'input' | 'output') => z.toJSONSchema(schema, { io, unrepresentable: 'any' });
  const paths: Record<string, Record<string, unknown>> = {};
  for (const r of routes) {
    const params = (schema: z.ZodType | undefined, where: 'path' | 'query') => {
      if (!schema) return [];
      const { properties = {}, required = [] } = json(schema, 'input') as { properties?: Record<string, unknown>; required?: string[] };
      return Object.entries(properties).map(([name, s]) => ({
        name,
        in: where,
        required: where === 'path' || required.includes(name),
        schema: s,
      }));
    };
    (paths[r.path] ??= {})[r.method] = {
      summary: r.summary,
      description: r.role === 'anyone' ? 'For anyone.' : `Needs the role ${r.role} or above.`,
      parameters: [...params(r.params, 'path'), ...params(r.query, 'query')],
      ...(r.body ? { requestBody: { required: true, content: bodyContent(r, json(r.describes ?? r.body, 'input')) } } : {}),
      responses: {
        ...(r.answer
          ? { 200: { description: 'Done', content: { 'application/json': { schema: json(r.answer, 'output') } } } }
          : { 204: { description: 'Done' } }),
        default: {
          description: 'A problem, as RFC 9457 has it',
          content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
        },
      },
    };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Dendrix', version: '1', description: 'Trees, visits, reviews and lists of a town. Lengths in metres, times in UTC.' },
    servers: [{ url: '/api/v1' }],
    paths,
    components: {
      schemas: {
        Problem: {
          type: 'object',
          required: ['type', 'title', 'status', 'detail'],
          properties: {
            type: { type: 'string' },
            title: { type: 'string' },
            status: { type: 'integer' },
            detail: { type: 'string' },
            path: { type: 'string' },
          },
        },
      },
    },
  };
}
