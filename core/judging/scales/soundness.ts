import { NOT_JUDGED, PARTIAL, type Band, type Judged, type Statement } from '../../record/judgement';
import { addedUp } from './adding-up';
import { hollowOf } from './hollow';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import { buildKnown } from '../looked/against';
import { SOUNDNESS, STEM_SIDES, type Library, type Zone } from '../../knowledge';
import { LOOK_SLENDERNESS, slenderness, UNSTABLE_SLENDERNESS } from '../../measuring/stem';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { settingOf } from './rules';
import { speaksForIt } from './speaks-for';
import { judgedAs } from './statement';
import { wordsIn, type Catalogue } from '../../words/catalogue';

/** Whether every part that bears the tree was seen: what "no weakness seen" needs. */
export const bearingAllSeen = (looked: LookedAt) => looked.bearing.unseen.length === 0;
const bearingAnySeen = (looked: LookedAt) =>
  looked.bearing.unseen.length < looked.bearing.all.length || looked.seen.has('branches' satisfies Zone);

/** Where no rule speaks: nothing on all of it, nothing on what was seen, or not judged at all. */
function nothingFound<S extends 'soundness' | 'hiddenDecay'>(
  scale: S,
  clear: Band<S>,
  partial: Band<S>,
  looked: LookedAt,
  notes: readonly Statement[],
  say: Catalogue,
): Judged<S> {
  const [band, how] = !bearingAnySeen(looked)
    ? ([NOT_JUDGED, 'not judged'] as const)
    : bearingAllSeen(looked)
      ? ([clear, 'all seen'] as const)
      : ([partial, 'partly seen'] as const);
  return judgedAs<S>(band, [say.scales.nothingFound(scale, clear, how, looked.bearing), ...notes]);
}

/** A stem thinner than this is staked rather than judged by its height, m. Common practice, no source. */
const STEM_OF_ITS_OWN = 0.1;

/** From so slender on a newly exposed tree is a weakness. Common practice, no source. */
const EDGE_SLENDERNESS = 80;

/** What height over diameter says. A palm has no such limit, nor a young tree that still thickens. */
function fromSlenderness(input: AssessInput, say: Catalogue): { found: Found[]; notes: Statement[] } {
  const { lifeStage } = input;
  const height = input.measurements.height?.m;
  const dbh = input.measurements.dbh?.m;
  const none = { found: [], notes: [] };
  if (height === undefined || dbh === undefined || dbh <= 0 || buildKnown(input) === 'palm') return none;
  if (lifeStage === 'young' || dbh < STEM_OF_ITS_OWN) return none;
  const ratio = slenderness(height, dbh);
  // The edge tree left by a clearing stands in a wind it did not grow up in.
  if (input.exposure === 'newly exposed' && ratio > EDGE_SLENDERNESS) {
    const band = ratio > UNSTABLE_SLENDERNESS ? 'serious weakness' : 'weakness';
    return { found: [{ rank: SOUNDNESS.indexOf(band), statement: say.scales.edgeTree({ ratio, height, dbh }, band) }], notes: [] };
  }
  const statement = (at: 'unstable' | 'worth a look') => say.scales.slenderness(at, { ratio, height, dbh });
  if (ratio > UNSTABLE_SLENDERNESS)
    return { found: [{ rank: SOUNDNESS.indexOf('weakness'), statement: statement('unstable') }], notes: [] };
  return { found: [], notes: ratio > LOOK_SLENDERNESS ? [statement('worth a look')] : [] };
}

/** How badly a tree that fails or is dead holds together at least: dead wood dries, cracks and breaks. */
const BY_VIGOUR: Partial<Record<Band<'vigour'>, (typeof SOUNDNESS)[number]>> = { failing: 'weakness', dead: 'serious weakness' };

function fromVigour(vigour: Judged<'vigour'>, say: Catalogue): Found[] {
  const band = BY_VIGOUR[vigour.band];
  return band === undefined ? [] : [{ rank: SOUNDNESS.indexOf(band), statement: say.scales.ofVigour(vigour.band, band) }];
}

/** What is found of the tree as a whole, beside its signs: its vigour, its shape, its hollow, and what its faults come to together. */
export function foundOfTheStem(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  lines: readonly CountedDrilling[],
  vigour: Judged<'vigour'>,
): { found: Found[]; notes: Statement[] } {
  const say = wordsIn(input);
  const ofShape = fromSlenderness(input, say);
  const setting = settingOf(input, signs);
  const hollow = hollowOf(setting, lines, say);
  return {
    found: [...fromVigour(vigour, say), ...ofShape.found, ...hollow.soundness, ...addedUp(library, signs, setting, say)],
    notes: [...ofShape.notes, ...hollow.notes],
  };
}

/** Soundness: how well the tree holds together. A full crown never counts in its favour; a dead or failing one counts against it. */
export function soundness(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  lines: readonly CountedDrilling[],
  looked: LookedAt,
  vigour: Judged<'vigour'>,
): Judged<'soundness'> {
  const say = wordsIn(input);
  const setting = settingOf(input, signs);
  const stem = foundOfTheStem(library, input, signs, lines, vigour);
  const found = [...fromSigns(library, 'soundness', signs, setting, say), ...stem.found];
  const { notes } = stem;
  if (found.length > 0) return worstOf('soundness', found, [...notes, ...speaksForIt(library, setting, say)]);
  return nothingFound('soundness', 'no weakness seen', PARTIAL.soundness, looked, notes, say);
}

/** Hidden decay: what the outside points to. A good crown never lowers it, nor does a line of sound wood. */
export function hiddenDecay(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  lines: readonly CountedDrilling[],
  looked: LookedAt,
): Judged<'hiddenDecay'> {
  const say = wordsIn(input);
  const setting = settingOf(input, signs);
  const hollow = hollowOf(setting, lines, say);
  const found = [...fromSigns(library, 'hiddenDecay', signs, setting, say), ...hollow.hiddenDecay];
  const rung = input.sounding;
  const allClear = STEM_SIDES.every((zone) => rung.some((s) => s.zone === zone && s.sound === 'clear'));
  const notes: Statement[] = [...hollow.notes, ...(allClear ? [say.scales.rangClear(rung.length)] : [])];
  if (found.length > 0) return worstOf('hiddenDecay', found, [...notes, say.scales.reachUnknown(found.length)]);
  return nothingFound('hiddenDecay', 'none suspected', PARTIAL.hiddenDecay, looked, notes, say);
}
