import { NOT_JUDGED, PARTIAL, type Band, type Judged, type Statement } from '../../record/judgement';
import { inOrder } from '../../history/threads';
import { countedMeasurements } from '../../record/measurement';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import { buildOf, HIDDEN_DECAY, SOUNDNESS, STEM_SIDES, type Library } from '../../knowledge';
import { SHELL_WARNS, shellRatio } from '../../measuring/decay';
import { LOOK_SLENDERNESS, slenderness, UNSTABLE_SLENDERNESS } from '../../measuring/stem';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { judgedAs } from './statement';
import { wordsIn, type Catalogue } from '../../words/catalogue';

const BEARING = [...STEM_SIDES, 'collar', 'unions'] as const;

/** Whether every stem side, the collar and the unions were looked at: what "no weakness seen" needs. */
export const bearingAllSeen = (looked: LookedAt) => BEARING.every((zone) => looked.seen.has(zone));
const bearingAnySeen = (looked: LookedAt) => [...BEARING, 'branches' as const, 'roots' as const].some((zone) => looked.seen.has(zone));

/** Where no rule speaks: nothing on all of it, nothing on what was seen, or not judged at all. */
function nothingFound<S extends 'soundness' | 'hiddenDecay'>(
  scale: S,
  clear: Band<S>,
  partial: Band<S>,
  looked: LookedAt,
  notes: readonly Statement[],
  say: Catalogue,
): Judged<S> {
  const missing = BEARING.filter((zone) => !looked.seen.has(zone));
  const [band, how] = !bearingAnySeen(looked)
    ? ([NOT_JUDGED, 'not judged'] as const)
    : missing.length === 0
      ? ([clear, 'all seen'] as const)
      : ([partial, 'partly seen'] as const);
  return judgedAs<S>(band, [say.scales.nothingFound(scale, clear, how, missing), ...notes]);
}

/** What height over diameter says. A palm has no such limit. */
function fromSlenderness(input: AssessInput, say: Catalogue): { found: Found[]; notes: Statement[] } {
  const { taxon } = input;
  const height = input.measurements.height?.m;
  const dbh = input.measurements.dbh?.m;
  if (height === undefined || dbh === undefined || dbh <= 0 || (taxon && buildOf(taxon) === 'palm')) return { found: [], notes: [] };
  const ratio = slenderness(height, dbh);
  const statement = (at: 'unstable' | 'worth a look') => say.scales.slenderness(at, { ratio, height, dbh });
  if (ratio > UNSTABLE_SLENDERNESS)
    return { found: [{ rank: SOUNDNESS.indexOf('weakness'), statement: statement('unstable') }], notes: [] };
  return { found: [], notes: ratio > LOOK_SLENDERNESS ? [statement('worth a look')] : [] };
}

/** The girth a drilled shell is held against: today's, or the newest known. Diameter, m. */
function diameterFor(input: AssessInput): number | undefined {
  const known = inOrder(input.before ?? []).flatMap((look) => countedMeasurements(look.measurements).dbh?.m ?? []);
  return input.measurements.dbh?.m ?? known.at(-1);
}

/** What drilled lines say, today's and those of earlier looks whose side was not drilled again. */
function fromDrillings(
  input: AssessInput,
  lines: readonly CountedDrilling[],
  scale: 'soundness' | 'hiddenDecay',
  say: Catalogue,
): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  const dbh = diameterFor(input);
  for (const line of lines) {
    const ratio = dbh ? shellRatio(dbh, line.shell) : null;
    const statement = (at: 'no soft wood' | 'decay' | 'thin shell' | 'soft wood') =>
      say.scales.drilled(at, { line, on: line.seenOn, ratio, limit: SHELL_WARNS });
    if (!line.decayMet) notes.push(statement('no soft wood'));
    else if (scale === 'hiddenDecay') found.push({ rank: HIDDEN_DECAY.indexOf('likely'), statement: statement('decay') });
    else if (ratio !== null && ratio < SHELL_WARNS)
      found.push({ rank: SOUNDNESS.indexOf('serious weakness'), statement: statement('thin shell') });
    else found.push({ rank: SOUNDNESS.indexOf('weakness'), statement: statement('soft wood') });
  }
  return { found, notes };
}

/** Soundness: how well the tree holds together. A full crown never counts in its favour. */
export function soundness(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  lines: readonly CountedDrilling[],
  looked: LookedAt,
): Judged<'soundness'> {
  const say = wordsIn(input);
  const ofShape = fromSlenderness(input, say);
  const drilled = fromDrillings(input, lines, 'soundness', say);
  const found = [...fromSigns(library, 'soundness', signs, say), ...ofShape.found, ...drilled.found];
  const notes = [...ofShape.notes, ...drilled.notes];
  if (found.length > 0) return worstOf('soundness', found, notes);
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
  const drilled = fromDrillings(input, lines, 'hiddenDecay', say);
  const found = [...fromSigns(library, 'hiddenDecay', signs, say), ...drilled.found];
  const rung = input.sounding;
  const allClear = STEM_SIDES.every((zone) => rung.some((s) => s.zone === zone && s.sound === 'clear'));
  const notes: Statement[] = [...drilled.notes, ...(allClear ? [say.scales.rangClear(rung.length)] : [])];
  if (found.length > 0) return worstOf('hiddenDecay', found, [...notes, say.scales.reachUnknown(found.length)]);
  return nothingFound('hiddenDecay', 'none suspected', PARTIAL.hiddenDecay, looked, notes, say);
}
