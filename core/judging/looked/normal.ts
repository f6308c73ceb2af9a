import { meetsAsRecorded, recorded } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import { genusOf, signNamed, type Habit, type Library, type NormalFinding, type Sign, type VigourBand } from '../../knowledge';
import { recordMonths } from '../../time/season';
import { wordsIn } from '../../words/catalogue';
import type { AssessInput } from '../request';
import type { CountedInput } from './carried';
import { bearsOnStructure, settingOf } from '../scales/rules';
import { explainedByDate } from './season-of-sign';

/**
 * How far a sign is set aside: a usual one says nothing of vigour and its cause and still counts for how the tree holds together;
 * a habit of the kind, or one the person set aside, counts for nothing.
 */
export type Quiets = 'vigour' | 'everything';

/** A sign that is normal for this tree, with the reason. It stays visible. */
export interface SetAside {
  index: number;
  sign: SignSeen;
  why: string;
  quiets: Quiets;
  /** The vigour it leaves all the same. */
  leaves?: VigourBand;
}

type Where = Pick<AssessInput, 'taxon' | 'name' | 'day' | 'latitude' | 'lifeStage'>;

const inTime = (rule: { stages?: readonly string[] | undefined; months?: readonly number[] | undefined }, input: Where): boolean =>
  (!rule.stages || rule.stages.includes(input.lifeStage ?? 'mature')) &&
  (!rule.months || recordMonths(input.day, input.latitude).every((month) => rule.months?.includes(month)));

/** Within a ceiling: a value nobody wrote down is what the sign's file says it counts as, and all of it where the file says nothing. */
const within = (value: number | undefined, unsaid: string | number | undefined, ceiling: number | undefined) =>
  ceiling === undefined || (value ?? Number(unsaid ?? 100)) <= ceiling;

const findingHolds = (finding: NormalFinding, seen: SignSeen, sign: Sign | undefined, input: Where): boolean =>
  finding.sign === seen.id &&
  (!finding.kinds || (seen.kind !== undefined && finding.kinds.includes(seen.kind))) &&
  inTime(finding, input) &&
  within(seen.percent, sign?.unsaid.percent, finding.maximumPercent) &&
  within(seen.cover, sign?.unsaid.cover, finding.maximumCover) &&
  within(seen.count, sign?.unsaid.count, finding.maximumCount);

const placed = (on: Habit['on'], zone: string): boolean =>
  (on.includes('stem') && zone.startsWith('stem-')) || (on.includes('branches') && (zone === 'branches' || zone.startsWith('crown-')));

/** Up to the ceiling; a habit whose size nobody took is one, since nobody measures the bark of a plane. */
const upTo = (value: number | undefined, ceiling: number) => value === undefined || value <= ceiling;

function fits(rule: Habit, seen: SignSeen): boolean {
  switch (rule.sign) {
    case 'loose-bark':
    case 'pockmarks':
      return upTo(seen.cover, rule.maximumCover);
    case 'rib':
      return (seen.kind === undefined || seen.kind === rule.kind) && upTo(seen.length, rule.maximumLength);
    case 'seam':
      return upTo(seen.length, rule.maximumLength);
    case 'bulge':
      return upTo(seen.height, rule.maximumHeight);
  }
}

const habitHolds = (rule: Habit, seen: SignSeen, input: Where): boolean =>
  rule.sign === seen.id && seen.trend !== 'larger' && inTime(rule, input) && placed(rule.on, seen.zone) && fits(rule, seen);

/**
 * Signs that are normal on this taxon, at this stage, in this month, that the date explains, or that are normal on any tree
 * under the conditions of the sign's own file; and those the person set aside with a word why. A sign put back is not set aside.
 */
export function setAside(library: Library, input: CountedInput): SetAside[] {
  const say = wordsIn(input).looked;
  const setting = settingOf(input, input.signs);
  const { tree } = setting;
  const { taxon, name } = input;
  return input.signs.flatMap((seen, index): SetAside[] => {
    // What was in full leaf in August is not excused in winter: a sign is held against the day it was seen.
    const then = { ...input, day: seen.seenOn ?? input.day };
    if (seen.putBack) return [];
    const aside = (quiets: Quiets, why: string): SetAside[] => [{ index, sign: seen, why, quiets }];
    if (seen.leftAside) return aside('everything', say.asideByObserver(seen.leftAside));
    const sign = signNamed(library, seen.id);
    const kept = (why: string) => aside('vigour', bearsOnStructure(sign, seen, setting) ? say.asideForVigour(why) : why);
    const onShape = taxon?.habit.find((rule) => habitHolds(rule, seen, then));
    if (onShape) return aside('everything', onShape.why);
    const onTaxon = taxon?.normal.find((finding) => findingHolds(finding, seen, sign, then));
    if (onTaxon) return kept(onTaxon.why);
    const dated = explainedByDate(library, seen, then);
    if (dated) return kept(dated);
    const ofCrown = sign?.rules.some((rule) => rule.when?.crownLoss !== undefined);
    if (ofCrown && seen.trend !== 'larger' && recorded(seen, 'crownLoss', tree) === 0) return kept(say.asideOpenCrown(tree.seeThrough));
    const onAny = sign?.normal.find(
      (rule) =>
        meetsAsRecorded(seen, rule.when, tree) &&
        (!rule.taxa || (name !== null && rule.taxa.some((one) => one === name || one === genusOf(name)))) &&
        inTime(rule, then),
    );
    return onAny ? kept(onAny.why).map((one) => (onAny.leaves === undefined ? one : { ...one, leaves: onAny.leaves })) : [];
  });
}

/** The signs that count for vigour and its cause: those not set aside. */
export function notAside<S extends SignSeen>(signs: readonly S[], aside: readonly SetAside[]): S[] {
  const indices = new Set(aside.map(({ index }) => index));
  return signs.filter((_sign, i) => !indices.has(i));
}

/** The signs that count for how the tree holds together: all but a habit of the kind and what the person set aside. */
export const countingForStructure = <S extends SignSeen>(signs: readonly S[], aside: readonly SetAside[]): S[] =>
  notAside(
    signs,
    aside.filter(({ quiets }) => quiets === 'everything'),
  );
