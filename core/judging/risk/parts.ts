import { signNamed, standsOnLimb, type Library, type Sign } from '../../knowledge';
import type { Band, Judged, PARTS } from '../../record/judgement';
import { FINE_UNDER, LARGE_FROM, recorded, type Unsaid } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import { wordsIn, type Catalogue } from '../../words/catalogue';
import { hasBranches } from '../looked/against';
import type { AssessInput } from '../request';
import { soundnessRank } from '../scales/bands';
import { rankForTree } from '../scales/from-signs';
import { settingOf, worstRule, type RuleSetting } from '../scales/rules';

export type Part = (typeof PARTS)[number];

/** A part of the tree that could come down: how bad the worst sign on it is, and what is known of its size. */
export interface FailingPart {
  part: Part;
  /** Place on the soundness scale. */
  rank: number;
  /** Place on the scale of failure: as bad as the fault, but not imminent while nothing shows that it moves. */
  failure: number;
  /** Of the limb, m; null where nobody took it, and for the whole tree. */
  diameter: number | null;
  /** From which it would fall, m; null where nobody took it. */
  height: number | null;
  because: string[];
}

/** The part a sign stands on. A limb of which nobody took the diameter counts as a large one. */
export function partOf(sign: Sign | undefined, seen: SignSeen, { tree }: RuleSetting): Part {
  if (!standsOnLimb(sign, seen)) return 'whole tree or stem';
  if (seen.diameter !== undefined) return seen.diameter >= LARGE_FROM ? 'large branch' : 'small branch';
  const size = recorded(seen, 'size', tree);
  return size === 'fine' || size === 'small' ? 'small branch' : 'large branch';
}

/** That nobody wrote down how thick the limb is on which a sign stands. */
export const limbUnsaid = (sign: Sign, seen: SignSeen, { tree }: RuleSetting): Unsaid[] =>
  standsOnLimb(sign, seen) && seen.diameter === undefined && sign.fields.size === undefined && recorded(seen, 'size', tree) === undefined
    ? [{ asked: 'limb', as: LARGE_FROM }]
    : [];

/** What the vigour of a tree lets come down beside what its signs say: a dead crown drops its limbs, a brittle kind sooner. */
const LIMBS_BY_VIGOUR: Partial<Record<Band<'vigour'>, number>> = { failing: 1, dead: 2 };

function limbsOf(input: Pick<AssessInput, 'taxon' | 'build' | 'measurements'>, vigour: Judged<'vigour'>, say: Catalogue): FailingPart[] {
  const rank = LIMBS_BY_VIGOUR[vigour.band];
  if (rank === undefined || !hasBranches(input)) return [];
  const brittle = input.taxon?.failsBy.includes('brittle-when-dead') ?? false;
  // A limb is at most half as thick as the stem it grows from.
  const thickest = input.measurements.dbh ? input.measurements.dbh.m / 2 : null;
  const small = thickest !== null && thickest < LARGE_FROM;
  return [
    {
      part: small ? 'small branch' : 'large branch',
      rank: brittle ? Math.max(2, rank) : rank,
      failure: brittle ? Math.max(2, rank) : rank,
      diameter: small ? thickest : null,
      height: null,
      because: [say.screening.ofVigour(vigour.band), ...(brittle ? [say.screening.brittle] : [])],
    },
  ];
}

/** What is known of the stem beside its signs, each with its place on the soundness scale. */
export interface OfTheStem {
  rank: number;
  says: string;
  /** Bad, but nothing shows that it moves. */
  still: boolean;
}

const PROBABLE = 2;
const failureOf = (rank: number, still: boolean): number => (still ? Math.min(rank, PROBABLE) : rank);

/** Each limb a sign stands on, and the stem, which is always among what could come down: faults of branches take nothing off it. */
export function failingParts(
  library: Library,
  input: AssessInput,
  signs: readonly SignSeen[],
  judged: { vigour: Judged<'vigour'>; soundness: Judged<'soundness'> },
  stemFound: readonly OfTheStem[],
): FailingPart[] {
  const say = wordsIn(input);
  const setting = settingOf(input, signs);
  const parts = new Map<string, FailingPart>();
  const add = (one: FailingPart) => {
    // Limbs of one size and height are told together; of each the worst counts.
    const key = `${one.part}/${one.diameter ?? '?'}/${one.height ?? '?'}`;
    const kept = parts.get(key);
    parts.set(key, {
      ...one,
      rank: Math.max(one.rank, kept?.rank ?? 0),
      failure: Math.max(one.failure, kept?.failure ?? 0),
      because: [...(kept?.because ?? []), ...one.because],
    });
  };
  for (const { rank, says, still } of stemFound) add({ ...STEM, rank, failure: failureOf(rank, still), because: [says] });
  for (const seen of signs) {
    const sign = signNamed(library, seen.id);
    if (!sign) continue;
    const worst = worstRule(sign, seen, 'soundness', setting);
    if (worst === null) continue;
    const { rule } = worst;
    const rank = rankForTree(sign, seen, 'soundness', worst.rank);
    const failure = failureOf(rank, rule.still);
    const because = [say.screening.ofSign(sign.label, rule.because)];
    const part = partOf(sign, seen, setting);
    if (part === 'whole tree or stem') add({ ...STEM, rank, failure, because });
    else {
      const diameter = seen.diameter ?? (recorded(seen, 'size', setting.tree) === 'fine' ? FINE_UNDER / 2 : null);
      add({ part, rank, failure, diameter, height: seen.height ?? null, because });
    }
  }
  for (const limb of limbsOf(input, judged.vigour, say)) add(limb);
  const { soundness } = judged;
  const highest = Math.max(0, ...[...parts.values()].map(({ rank }) => rank));
  const band = soundnessRank(soundness.band);
  if (![...parts.values()].some(({ part }) => part === 'whole tree or stem'))
    add({ ...STEM, because: parts.size === 0 ? soundness.reasons.slice(0, 1) : [] });
  // A band the person set is about the tree as a whole: a worse one about the stem, a milder one about every part.
  if (!soundness.overruled) return [...parts.values()];
  if (band > highest) add({ ...STEM, rank: band, failure: band, because: soundness.reasons.slice(0, 1) });
  return [...parts.values()].map((one) =>
    band < highest ? { ...one, rank: Math.min(one.rank, band), failure: Math.min(one.failure, band) } : one,
  );
}

const STEM: FailingPart = { part: 'whole tree or stem', rank: 0, failure: 0, diameter: null, height: null, because: [] };
