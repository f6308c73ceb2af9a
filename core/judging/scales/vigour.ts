import { NOT_JUDGED, type Change, type Judged, type Statement } from '../../record/judgement';
import type { CountedSign } from '../looked/carried';
import { CROWN_ZONES, signNamed, VIGOUR, type EXPLAINED, type Library } from '../../knowledge';
import { meetsAsRecorded } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import { inLeaf } from '../../time/season';
import { crownRatio, ratioStands, shortRatioOf } from '../../measuring/crown';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { SetAside } from '../looked/normal';
import type { AssessInput } from '../request';
import { settingOf, type RuleSetting } from './rules';
import { buildKnown } from '../looked/against';
import { judgedAs } from './statement';
import { wordsIn, type Catalogue } from '../../words/catalogue';

/** Years without any growth that the tape could see after which it says something. Common practice, no source. */
const STANDSTILL_YEARS = 4;

/** How bad vigour is at least, by where the live crown ratio stands. */
const VIGOUR_AT = { failing: 'failing', weak: 'strained', short: 'fair' } as const;

/** Whether the saw explains what would otherwise be read as decline. */
const explained = (library: Library, signs: readonly SignSeen[], what: (typeof EXPLAINED)[number], { tree }: RuleSetting): boolean =>
  signs.some((seen) => signNamed(library, seen.id)?.explains.some((one) => one.what === what && meetsAsRecorded(seen, one.when, tree)));

/** What the crown ratio says: a finding, or a supporting note. A palm's says nothing, nor does one that was lifted. */
function fromCrownRatio(input: AssessInput, lifted: boolean, say: Catalogue): { found: Found[]; notes: Statement[]; ratio: number | null } {
  const { taxon } = input;
  const height = input.measurements.height?.m;
  const crownBase = input.measurements.crownBase?.m;
  const build = buildKnown(input);
  if (height === undefined || crownBase === undefined || height <= 0 || build === 'palm') return { found: [], notes: [], ratio: null };
  const ratio = crownRatio(height, crownBase);
  const usual = taxon?.crown.liveCrown;
  const stands = ratioStands(ratio, build, usual);
  if (lifted && stands !== 'good') return { found: [], notes: [say.scales.crownLifted({ ratio, height, crownBase })], ratio };
  const of = { ratio, height, crownBase, limit: shortRatioOf(build, usual), build, ofItsOwn: usual !== undefined };
  const statement = say.scales.crownRatio(stands, of);
  // A full crown is no finding; it speaks only for what nobody saw.
  return stands === 'good'
    ? { found: [], notes: [], ratio }
    : { found: [{ rank: VIGOUR.indexOf(VIGOUR_AT[stands]), statement }], notes: [], ratio };
}

/** What growth and decline over the years say of vigour. What the saw took is no decline, and nobody claims one before it was asked. */
function fromChanges(
  changes: readonly Change[],
  stage: AssessInput['lifeStage'],
  pruned: Record<'height' | 'crown', boolean>,
  say: Catalogue,
): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  for (const change of changes) {
    if (!change.trend) continue;
    const at = (band: (typeof VIGOUR)[number], what: 'standstill' | 'height lost' | 'crown lost') =>
      found.push({ rank: VIGOUR.indexOf(band), statement: say.scales.ofChange(what, change) });
    if (change.what === 'dbh' && change.course === 'better') notes.push(say.scales.ofChange('growth', change));
    if (change.what === 'dbh' && change.course === 'steady' && change.trend.years >= STANDSTILL_YEARS && stage !== 'old')
      at('fair', 'standstill');
    const lost = change.trend.real && change.trend.perYear < 0;
    if (change.what === 'height' && lost) {
      if (pruned.height) notes.push(say.scales.ofChange('height cut', change));
      if (change.course === 'worse') at('fair', 'height lost');
    }
    if (change.what === 'crown-ratio' && lost && stage !== 'young') {
      if (pruned.crown) notes.push(say.scales.ofChange('crown cut', change));
      if (change.course === 'worse') at('fair', 'crown lost');
    }
  }
  return { found, notes };
}

/** What signs that were set aside leave of vigour all the same. */
const leftBy = (aside: readonly SetAside[], say: Catalogue): Found[] =>
  aside.flatMap(({ sign, leaves, why }) =>
    leaves === undefined ? [] : [{ rank: VIGOUR.indexOf(leaves), statement: say.scales.leftBySettled(sign, leaves, why) }],
  );

/** Whether the whole crown was seen, so that its length says no more. */
const wholeCrownSeen = (looked: LookedAt): boolean => CROWN_ZONES.every((zone) => looked.seen.has(zone));

/** Whether anything of the crown was looked at, or its length measured. */
export const crownKnown = (input: Pick<AssessInput, 'measurements' | 'taxon' | 'build'>, looked: LookedAt): boolean =>
  CROWN_ZONES.some((zone) => looked.seen.has(zone)) ||
  (input.measurements.height !== undefined && input.measurements.crownBase !== undefined && buildKnown(input) !== 'palm');

/**
 * Whether enough of the crown was seen, in leaf, to call a tree without a sign of trouble more than fair: a bare crown does not show
 * how full it is.
 * @param ratio live crown ratio, null where not known
 */
export const crownSeenEnough = (input: Pick<AssessInput, 'taxon' | 'day' | 'latitude'>, looked: LookedAt, ratio: number | null): boolean =>
  inLeaf(input.taxon, input.day, input.latitude) && looked.seen.has('crown-top') && (ratio !== null || wholeCrownSeen(looked));

/** What was found of vigour beside the signs that count: the live crown, the change over the years, what a settled sign leaves. */
export function foundBesideSigns(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  changes: readonly Change[],
  aside: readonly SetAside[],
): { found: Found[]; notes: Statement[]; ratio: number | null } {
  const say = wordsIn(input);
  const setting = settingOf(input, signs);
  const pruned = {
    height: explained(library, signs, 'lost height', setting),
    crown: explained(library, signs, 'short crown', setting),
  };
  const ofRatio = fromCrownRatio(input, pruned.crown, say);
  const ofChange = fromChanges(changes, input.lifeStage, pruned, say);
  return {
    found: [...leftBy(aside, say), ...ofRatio.found, ...ofChange.found],
    notes: [...ofRatio.notes, ...ofChange.notes],
    ratio: ofRatio.ratio,
  };
}

/**
 * Vigour: how well the tree grows. From the signs, the live crown ratio where it was measured, and the change over the years.
 * It says nothing about the wood.
 */
export function vigour(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  looked: LookedAt,
  changes: readonly Change[] = [],
  aside: readonly SetAside[] = [],
): Judged<'vigour'> {
  const say = wordsIn(input);
  const setting = settingOf(input, signs);
  const { found: beside, notes, ratio } = foundBesideSigns(library, input, signs, changes, aside);
  const found = [...fromSigns(library, 'vigour', signs, setting, say), ...beside];
  if (found.length > 0) return worstOf('vigour', found, notes);
  const crownSeen = CROWN_ZONES.filter((zone) => looked.seen.has(zone));
  const without = (how: 'not judged' | 'thriving' | 'too little seen' | 'bare') => say.scales.vigourWithoutSigns(how, crownSeen);
  if (crownSeen.length === 0 && ratio === null) return judgedAs<'vigour'>(NOT_JUDGED, [without('not judged'), ...notes]);
  if (crownSeenEnough(input, looked, ratio)) return judgedAs<'vigour'>('thriving', [without('thriving'), ...notes]);
  const bare = !inLeaf(input.taxon, input.day, input.latitude);
  return judgedAs<'vigour'>('fair', [without(bare ? 'bare' : 'too little seen'), ...notes]);
}
