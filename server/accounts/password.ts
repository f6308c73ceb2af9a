import { hash, verify } from '@node-rs/argon2';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary as common } from '@zxcvbn-ts/language-common';
import { dictionary as english } from '@zxcvbn-ts/language-en';
import { HttpProblem } from '../http/problem';

/** argon2id with the memory and time OWASP's password page asks for (19 MiB, 2 passes). */
const ARGON = { algorithm: 2 as const, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** NIST SP 800-63B asks for 8 at least where there is a second factor and 15 where there is none; between them, with a check for what is common. */
export const SHORTEST = 12;
/** Guesses it has to withstand, as zxcvbn estimates them (Wheeler 2016): score 3, "safely unguessable", is 10^8 and more. */
const SCORE = 3;
/** So much of it is more than the words that anybody knows of the person, characters. */
const UNKNOWN = 8;
/** Passwords are weighed up to this length: what follows makes none weaker, and weighing grows with it. */
const WEIGHED = 64;

/** The estimator reads its lists, some ten megabytes, when the first password is set. */
let estimator: ZxcvbnFactory | undefined;
const weigh = (password: string, own: string[]): number => {
  estimator ??= new ZxcvbnFactory({ dictionary: { ...common, ...english }, graphs: adjacencyGraphs });
  return estimator.check(password.slice(0, WEIGHED), own).score;
};

/**
 * Refuses a password that is short, common or made of what anybody knows of the person.
 * @param own words that count as known: the person's names, the town's
 * @throws HttpProblem 422 with what to do
 */
export function checkPassword(password: string, own: readonly string[]): void {
  const say = (detail: string) => new HttpProblem(422, 'Password too weak', detail, 'password');
  if ([...password].length < SHORTEST) throw say(`Use at least ${SHORTEST} characters. Four or five unrelated words work well.`);
  const known = [...own, 'dendrix'].flatMap((word) => word.toLowerCase().split(/[\s@._+-]+/)).filter((word) => word.length > 2);
  const left = known.reduce((rest, word) => rest.replaceAll(word, ''), password.toLowerCase());
  if (left.length < UNKNOWN || weigh(password, known) < SCORE)
    throw say('This password is easy to guess. It is common, a pattern or your name. Use four or five unrelated words.');
}

export const hashPassword = (password: string): Promise<string> => hash(password, ARGON);

/** A hash to check against when there is no such person, so that both answers take the same time. */
let decoy: Promise<string> | undefined;

/** Whether a password is the one of a hash; of none it takes as long, and is not. */
export async function isPassword(passwordHash: string | null | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword('no such person');
  const right = await verify(passwordHash ?? (await decoy), password);
  return right && typeof passwordHash === 'string';
}
