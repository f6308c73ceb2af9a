import type { COMBINED, CONSEQUENCES, FAILURES, IMPACTS, RISKS } from '../../record/judgement';

// The two matrices of tree risk assessment (ISA Best Management Practices: Tree Risk Assessment; ANSI A300 Part 9; both from memory).

export type Failure = (typeof FAILURES)[number];
export type Impact = (typeof IMPACTS)[number];
export type Combined = (typeof COMBINED)[number];
export type Consequence = (typeof CONSEQUENCES)[number];
export type Risk = (typeof RISKS)[number];

/** First matrix: likelihood of failure by likelihood of impact. */
const LIKELIHOOD: Record<Failure, Record<Impact, Combined>> = {
  imminent: { 'very low': 'unlikely', low: 'somewhat likely', medium: 'likely', high: 'very likely' },
  probable: { 'very low': 'unlikely', low: 'unlikely', medium: 'somewhat likely', high: 'likely' },
  possible: { 'very low': 'unlikely', low: 'unlikely', medium: 'unlikely', high: 'somewhat likely' },
  improbable: { 'very low': 'unlikely', low: 'unlikely', medium: 'unlikely', high: 'unlikely' },
};

/** Second matrix: likelihood of failure and impact by consequence. */
const RATING: Record<Combined, Record<Consequence, Risk>> = {
  'very likely': { negligible: 'low', minor: 'moderate', significant: 'high', severe: 'extreme' },
  likely: { negligible: 'low', minor: 'moderate', significant: 'high', severe: 'high' },
  'somewhat likely': { negligible: 'low', minor: 'low', significant: 'moderate', severe: 'moderate' },
  unlikely: { negligible: 'low', minor: 'low', significant: 'low', severe: 'low' },
};

/** Likelihood of failure and impact. */
export const combine = (failure: Failure, impact: Impact): Combined => LIKELIHOOD[failure][impact];
/** Risk of a likelihood and a consequence. */
export const rate = (likelihood: Combined, consequence: Consequence): Risk => RATING[likelihood][consequence];
