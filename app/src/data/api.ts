import { forgetAll, noteContact } from '@/offline/forget';
import type { z } from 'zod';
import { t } from '@/words/data';

/** The server said no, with a sentence for the person. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly path?: string,
  ) {
    super(detail);
  }
}

/** Nothing answered: no signal, or the server is away. */
export class NoSignal extends Error {
  constructor() {
    super(t('youAreOfflineYourEntriesAre'));
  }
}

export const BASE = '/api/v1';
/** What a device is told that was lost. */
const TOLD_TO_FORGET = 'forget';

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

async function send(method: Method, path: string, rest: Pick<RequestInit, 'headers' | 'body'>): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`${BASE}${path}`, { method, credentials: 'same-origin', ...rest });
  } catch {
    throw new NoSignal();
  }
  if (response.ok) noteContact();
  else {
    const body: unknown = await response.json().catch(() => null);
    if (response.status === 401 && (body as { path?: unknown } | null)?.path === TOLD_TO_FORGET) await forgetAll();
    const problem = (await answers()).problemDetails.safeParse(body);
    if (problem.success) throw new ApiProblem(response.status, problem.data.detail, problem.data.path);
    if (response.status >= 500) throw new NoSignal();
    throw new ApiProblem(response.status, t('theServerSentAnUnreadableAnswer'));
  }
  return response.status === 204 ? undefined : ((await response.json()) as unknown);
}

/**
 * Calls the service.
 * @throws NoSignal when nothing answers, ApiProblem when the answer is no
 */
export const call = (method: Method, path: string, body?: unknown): Promise<unknown> =>
  send(method, path, body === undefined ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) });

/** Who made what is sent: the server takes it of nobody else. */
const madeBy = (author: string): Record<string, string> => ({ 'x-dendrix-author': author });

/** Sends a picture as it is. @throws NoSignal or ApiProblem */
export const putPicture = (path: string, picture: Blob, author: string): Promise<unknown> =>
  send('PUT', path, { headers: { 'content-type': picture.type, ...madeBy(author) }, body: picture });

/** Sends something that somebody made on this device, perhaps long ago. @throws NoSignal or ApiProblem; 401 where another is signed in */
export const putMade = (path: string, body: unknown, author: string): Promise<unknown> =>
  send('PUT', path, { headers: { 'content-type': 'application/json', ...madeBy(author) }, body: JSON.stringify(body) });

type Answers = typeof import('./answers');

/** Lets a tap be answered first; where a browser has no such word, everything runs in one go. */
const pause = (): Promise<void> =>
  (globalThis as { scheduler?: { yield?: () => Promise<void> } }).scheduler?.yield?.() ?? Promise.resolve();

async function bringAnswers(): Promise<Answers> {
  const all = await import('./answers').catch(() => {
    throw new NoSignal();
  });
  for (const part of all.PARTS) {
    part();
    await pause();
  }
  return all;
}

let brought: Promise<Answers> | undefined;
/** The schemas, fetched once. @throws NoSignal where they cannot be */
export function answers(): Promise<Answers> {
  brought ??= bringAnswers();
  brought.catch(() => (brought = undefined));
  return brought;
}

/** Reads an answer with the schema both sides share. @throws the schema's error */
export const read = async <S extends z.ZodType>(answer: Promise<unknown>, pick: (answers: Answers) => S): Promise<z.output<S>> => {
  // After the answer and not beside it: what is kept on the device is painted meanwhile.
  const given = await answer;
  return pick(await answers()).parse(given);
};

/** Asks for something and reads the answer. @throws NoSignal, ApiProblem, or the schema's error */
export const get = <S extends z.ZodType>(path: string, pick: (answers: Answers) => S): Promise<z.output<S>> =>
  read(call('GET', path), pick);
export const put = (path: string, body: unknown): Promise<unknown> => call('PUT', path, body);
