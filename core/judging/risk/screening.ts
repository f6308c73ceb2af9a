import { occupancyOf, targetOf } from '../../record/look';
import { COMBINED, FAILURES, RISKS, type Judged, type Overruled, type ScreenedTarget, type Screening } from '../../record/judgement';
import type { SignSeen } from '../../record/sign';
import type { Library } from '../../knowledge';
import type { LookedAt } from '../looked/looked';
import { bearingAllSeen } from '../scales/soundness';
import { sinceOf } from '../overrule/overrule';
import { heldOn, type StandingWord } from '../overrule/standing-words';
import type { AssessInput } from '../request';
import { wordsIn } from '../../words/catalogue';
import { consequenceOf } from './consequence';
import { breaksUp, reached } from './impact';
import { combine, rate, type Failure, type Risk } from './matrices';
import { failingParts, type FailingPart, type OfTheStem } from './parts';

// Field screening: a first sorting from the ground, to be confirmed by a qualified assessor. Only the two matrices are published;
// failure, impact and consequence are read off short tables of our own.

/** What a screening is made from. */
export interface Screened {
  input: AssessInput;
  /** Signs that count for how the tree holds together. */
  signs: readonly SignSeen[];
  vigour: Judged<'vigour'>;
  soundness: Judged<'soundness'>;
  hiddenDecay: Judged<'hiddenDecay'>;
  /** What is known of the stem beside its signs. */
  stem: readonly OfTheStem[];
  looked: LookedAt;
  /** What people set on earlier looks. */
  words: readonly StandingWord[];
}

/** Places on the scale of failure. */
const POSSIBLE = 1;
const PROBABLE = 2;

/**
 * Likelihood of failure of a part, until the next look and in usual weather, by its worst rule. A stem is never improbable where not
 * all that bears the tree was seen, nor where its shelter went; in the wind a known fault is one step likelier.
 * @param heldAt place of the worst that people set on earlier looks
 */
function failureAt({ failure: rank, part }: FailingPart, partial: boolean, exposure: AssessInput['exposure'], heldAt: number): Failure {
  const stem = part === 'whole tree or stem';
  const least = Math.max(heldAt, stem && (partial || exposure === 'newly exposed') ? POSSIBLE : 0);
  const windy = exposure === 'exposed' || exposure === 'newly exposed';
  const pushed = windy && rank >= POSSIBLE && rank < PROBABLE ? rank + 1 : rank;
  return FAILURES[Math.max(pushed, least)] ?? 'possible';
}

/** Place of the worst likelihood of failure that people set on earlier looks. */
const heldFailure = (words: readonly StandingWord[]): number =>
  Math.max(0, ...words.filter(({ what }) => what === 'failure').map(({ to }) => FAILURES.findIndex((failure) => failure === to)));

const byRisk = (a: ScreenedTarget, b: ScreenedTarget) =>
  RISKS.indexOf(b.risk) - RISKS.indexOf(a.risk) ||
  COMBINED.indexOf(b.likelihood) - COMBINED.indexOf(a.likelihood) ||
  FAILURES.indexOf(b.failure) - FAILURES.indexOf(a.failure);

/**
 * Screens what could come down over what is beneath. Null when nobody said what is beneath: then nothing can be said.
 */
export function screening(
  library: Library,
  { input, signs, vigour, soundness, hiddenDecay, stem, looked, words }: Screened,
): Screening | null {
  const { beneath } = input;
  if (beneath.length === 0) return null;
  const { screening: say } = wordsIn(input);
  const set = input.overrules.find((o) => o.what === 'failure');
  const chosen = FAILURES.find((failure) => failure === set?.to);
  const partial = !bearingAllSeen(looked);
  const parts = failingParts(library, input, signs, { vigour, soundness }, stem);
  const over = (what: (typeof beneath)[number], among: readonly FailingPart[]): ScreenedTarget => {
    const rated = among.map((part): ScreenedTarget => {
      const failure = chosen ?? failureAt(part, partial, input.exposure, heldFailure(words));
      const { impact, ...because } = reached(library, part.part, what, input, signs, breaksUp({ vigour, hiddenDecay }));
      const likelihood = combine(failure, impact);
      const consequence = consequenceOf(part, targetOf(what), input);
      return {
        what: what.what,
        howOften: occupancyOf(what),
        part: part.part,
        failure,
        impact,
        likelihood,
        consequence,
        risk: rate(likelihood, consequence),
        because: [...new Set(part.because), ...say.reached(what, because), ...(chosen && set ? [say.failureSet(set.why)] : [])],
      };
    });
    return rated.sort(byRisk)[0] as ScreenedTarget;
  };
  const targets = beneath.map((what) => over(what, parts)).sort(byRisk);
  const risk = targets[0]?.risk ?? 'low';
  // What stays once the limbs at fault are off: the stem as it is.
  const stems = parts.filter(({ part }) => part === 'whole tree or stem');
  const limbs = parts.some(({ part, rank }) => part !== 'whole tree or stem' && rank > 0);
  const left: Risk = beneath.map((what) => over(what, stems)).sort(byRisk)[0]?.risk ?? 'low';
  return {
    risk,
    targets,
    after: [
      ...(limbs && vigour.band !== 'dead' && vigour.band !== 'failing' ? [{ do: 'take out dead wood' as const, risk: left }] : []),
      ...(risk === 'low' ? [] : [{ do: 'exclude target' as const, risk: 'low' as const }]),
    ],
    method: say.method,
    limits: [...(partial ? [say.notAllSeen] : []), ...(input.taxon?.failsBy ?? []).map((way) => say.failsBy[way]), say.noPromise],
  };
}

/** What the person set the likelihood of failure to, against the worst that the rules say of any part. */
export function overruledFailure(library: Library, { input, signs, vigour, soundness, stem, looked, words }: Screened): Overruled | null {
  const set = input.overrules.find((o) => o.what === 'failure');
  const to = FAILURES.find((failure) => failure === set?.to);
  if (!set || !to || input.beneath.length === 0) return null;
  const partial = !bearingAllSeen(looked);
  const ruled = failingParts(library, input, signs, { vigour, soundness }, stem).map((part) =>
    FAILURES.indexOf(failureAt(part, partial, input.exposure, heldFailure(words))),
  );
  const worst = Math.max(...ruled);
  const from = FAILURES[worst] ?? 'possible';
  return {
    what: 'failure',
    from,
    to,
    why: set.why,
    milder: FAILURES.indexOf(to) < worst,
    ...sinceOf(heldOn(words, 'failure', from)),
  };
}
