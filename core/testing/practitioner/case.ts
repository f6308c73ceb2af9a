import { ALL, cm, m, type Request } from '../judge';

// Trees as people of the trade meet them and what they would say of each. Common practice, no source. They were written before the
// rules they check: where a rule and a case differ, the rule is looked at first. Each check names what matters and leaves the rest open.

/** What a practitioner would say of a case; a list means any of these will do. */
export interface Expected {
  vigour?: readonly string[];
  soundness?: readonly string[];
  hiddenDecay?: readonly string[];
  outlook?: readonly string[];
  span?: readonly string[];
  /** The option put first. */
  first?: readonly string[];
  notFirst?: readonly string[];
  offers?: readonly string[];
  offersNot?: readonly string[];
  risk?: readonly string[];
  /** Likelihood of failure of the worst part over any target. */
  failure?: readonly string[];
  consequence?: readonly string[];
  /** Days to the date to come back: from, to. */
  within?: readonly [number, number];
  /** Options that are offered, each to be done within so many days. */
  due?: Readonly<Record<string, number>>;
  /** Options offered, of each pair the first ahead of the second; one that is not offered says nothing. */
  order?: readonly (readonly [string, string])[];
  /** Months of the year in which to come back. */
  months?: readonly number[];
  normal?: readonly string[];
  notNormal?: readonly string[];
  agentFirst?: readonly string[];
  agentInThree?: string;
  agentNotFirst?: readonly string[];
  /** A cause is at least, or at most, this likely. */
  likelier?: Readonly<Record<string, number>>;
  lessLikely?: Readonly<Record<string, number>>;
  unseen?: readonly string[];
  cautions?: RegExp;
  /** Said somewhere in the answer; said nowhere. */
  says?: RegExp;
  saysNot?: RegExp;
  /** Refused, with these words. */
  refused?: RegExp;
}

export interface PractitionerCase {
  words: string;
  request: Request;
  /** The district it stands in; the demonstration's when not given, none for "none". */
  district?: string;
  expect: Expected;
}

export const deg = (value: number) => ({ value, unit: 'deg' });
export const over = (what: string, howOften: string, more: Request = {}) => ({ beneath: [{ what, howOften, ...more }] });
export const size = (dbh: number, height?: number, crownBase?: number) => ({
  dbh: cm(dbh),
  ...(height === undefined ? {} : { height: m(height) }),
  ...(crownBase === undefined ? {} : { crownBase: m(crownBase) }),
});
/** Looked at all over. */
export const seen = (taxon: string, signs: Request[], more: Request = {}): Request => ({ taxon, looked: ALL, signs, ...more });
export const BAD = ['serious weakness', 'act first'];
export const WEAK = ['weakness', ...BAD];
export const MILD = ['no weakness seen', 'weakness'];
export const KEEPING_OUT = ['close off now', 'exclude target', 'remove'];
