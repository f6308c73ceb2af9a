import {
  COMBINED,
  FAILURES,
  RISKS,
  type CONSEQUENCES,
  type IMPACTS,
  type Judged,
  type Overruled,
  type PARTS,
  type ScreenedTarget,
  type Screening,
} from '../../record/judgement';
import type { Beneath } from '../../record/look';
import type { SignSeen } from '../../record/sign';
import { CROWN_ZONES, SOUNDNESS, type Library } from '../../knowledge';
import type { LookedAt } from '../looked/looked';
import { bearingAllSeen } from '../scales/soundness';
import { meets } from '../looked/field-test';
import type { AssessInput } from '../request';
import { wordsIn, type Catalogue } from '../../words/catalogue';

// Field screening by the two matrices of tree risk assessment (ISA Best Management Practices: Tree Risk Assessment; ANSI A300
// Part 9; both from memory). It is a first sorting from the ground, to be confirmed by a qualified assessor.

export type Failure = (typeof FAILURES)[number];
export type Impact = (typeof IMPACTS)[number];
export type Combined = (typeof COMBINED)[number];
export type Consequence = (typeof CONSEQUENCES)[number];
export type Risk = (typeof RISKS)[number];
export type Part = (typeof PARTS)[number];

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

/** Likelihood of impact from how often something is beneath. Common practice, no source: the assessor reads it off the place. */
const IMPACT: Record<Beneath['howOften'], Impact> = { constant: 'high', frequent: 'medium', occasional: 'low', rare: 'very low' };
/** What is hit by so much wood. Common practice, no source. */
const CONSEQUENCE: Record<Beneath['what'], Record<Part, Consequence>> = {
  'people-staying': { 'whole tree or stem': 'severe', 'large branch': 'severe', 'small branch': 'significant' },
  'people-passing': { 'whole tree or stem': 'severe', 'large branch': 'severe', 'small branch': 'significant' },
  road: { 'whole tree or stem': 'severe', 'large branch': 'severe', 'small branch': 'minor' },
  building: { 'whole tree or stem': 'significant', 'large branch': 'significant', 'small branch': 'minor' },
  'parked-cars': { 'whole tree or stem': 'significant', 'large branch': 'significant', 'small branch': 'minor' },
  wires: { 'whole tree or stem': 'significant', 'large branch': 'significant', 'small branch': 'minor' },
  'path-or-lawn': { 'whole tree or stem': 'negligible', 'large branch': 'negligible', 'small branch': 'negligible' },
  nothing: { 'whole tree or stem': 'negligible', 'large branch': 'negligible', 'small branch': 'negligible' },
};

const isBranch = (sign: SignSeen) => sign.zone === 'branches' || (CROWN_ZONES as readonly string[]).includes(sign.zone);

/** Place on the soundness scale of each part, by the worst sign on it. */
function partsOf(
  library: Library,
  signs: readonly SignSeen[],
  soundness: Judged<'soundness'>,
  say: Catalogue,
): Map<Part, { rank: number; because: string[] }> {
  const parts = new Map<Part, { rank: number; because: string[] }>();
  for (const seen of signs) {
    const sign = library.signs.find((s) => s.id === seen.id);
    const ranks = (sign?.rules ?? [])
      .filter((rule) => rule.scale === 'soundness' && meets(seen, rule.when))
      .map((rule) => ({
        rank: (SOUNDNESS as readonly string[]).indexOf(rule.atLeast),
        because: say.screening.ofSign(sign?.label, rule.because),
      }));
    const worst = ranks.sort((a, b) => b.rank - a.rank)[0];
    if (!worst || worst.rank <= 0) continue;
    const part: Part = !isBranch(seen) ? 'whole tree or stem' : seen.size === 'large' ? 'large branch' : 'small branch';
    const kept = parts.get(part);
    parts.set(part, { rank: Math.max(worst.rank, kept?.rank ?? 0), because: [...(kept?.because ?? []), worst.because] });
  }
  // What measuring says (a thin shell, a thin stem) is about the stem, and so is a band the person set.
  const band = (SOUNDNESS as readonly string[]).indexOf(soundness.band);
  const highest = Math.max(0, ...[...parts.values()].map((p) => p.rank));
  if (band > highest) parts.set('whole tree or stem', { rank: band, because: soundness.reasons.slice(0, 1) });
  else if (band < highest && soundness.overruled) {
    for (const [part, found] of parts) parts.set(part, { ...found, rank: Math.min(found.rank, Math.max(0, band)) });
  }
  // Faults of branches take nothing off the stem: it is always among what could come down.
  if (!parts.has('whole tree or stem'))
    parts.set('whole tree or stem', { rank: 0, because: parts.size === 0 ? soundness.reasons.slice(0, 1) : [] });
  return parts;
}

/** Likelihood of failure of a part by its worst rule; where not all of the bearing parts were seen, a stem is never improbable. */
const failureAt = (rank: number, part: Part, partial: boolean): Failure =>
  FAILURES[Math.max(rank, partial && part === 'whole tree or stem' ? 1 : 0)] ?? 'possible';

/**
 * Screens what could come down over what is beneath. Null when nobody said what is beneath: then nothing can be said.
 */
export function screening(
  library: Library,
  input: Pick<AssessInput, 'beneath' | 'overrules' | 'language'>,
  signs: readonly SignSeen[],
  soundness: Judged<'soundness'>,
  looked: LookedAt,
): Screening | null {
  const { beneath } = input;
  if (beneath.length === 0) return null;
  const say = wordsIn(input);
  const set = input.overrules.find((o) => o.what === 'failure');
  const chosen = FAILURES.find((failure) => failure === set?.to);
  const partial = !bearingAllSeen(looked);
  const targets = beneath.map(({ what, howOften }): ScreenedTarget => {
    const rated = [...partsOf(library, signs, soundness, say)].map(([part, { rank, because }]): ScreenedTarget => {
      // Where not all of the bearing parts were seen, a failure cannot be called improbable.
      const failure = chosen ?? failureAt(rank, part, partial);
      const impact = IMPACT[howOften];
      const likelihood = combine(failure, impact);
      const consequence = CONSEQUENCE[what][part];
      return {
        what,
        howOften,
        part,
        failure,
        impact,
        likelihood,
        consequence,
        risk: rate(likelihood, consequence),
        because: [...because, say.screening.beneath({ what, howOften }), ...(chosen && set ? [say.screening.failureSet(set.why)] : [])],
      };
    });
    return rated.sort(
      (a, b) => RISKS.indexOf(b.risk) - RISKS.indexOf(a.risk) || COMBINED.indexOf(b.likelihood) - COMBINED.indexOf(a.likelihood),
    )[0] as ScreenedTarget;
  });
  targets.sort((a, b) => RISKS.indexOf(b.risk) - RISKS.indexOf(a.risk));
  return {
    risk: targets[0]?.risk ?? 'low',
    targets,
    method: say.screening.method,
    limits: [...(partial ? [say.screening.notAllSeen] : []), say.screening.noPromise],
  };
}

/** What the person set the likelihood of failure to, against the worst that the rules say of any part. */
export function overruledFailure(
  library: Library,
  input: Pick<AssessInput, 'beneath' | 'overrules' | 'language'>,
  signs: readonly SignSeen[],
  soundness: Judged<'soundness'>,
  looked: LookedAt,
): Overruled | null {
  const set = input.overrules.find((o) => o.what === 'failure');
  const to = FAILURES.find((failure) => failure === set?.to);
  if (!set || !to || input.beneath.length === 0) return null;
  const say = wordsIn(input);
  const partial = !bearingAllSeen(looked);
  const ruled = [...partsOf(library, signs, soundness, say)].map(([part, { rank }]) => FAILURES.indexOf(failureAt(rank, part, partial)));
  const worst = Math.max(...ruled);
  return { what: 'failure', from: FAILURES[worst] ?? 'possible', to, why: set.why, milder: FAILURES.indexOf(to) < worst };
}
