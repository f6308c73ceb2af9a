import { NOT_JUDGED, type Change, type Judged, type Statement } from '../../record/judgement';
import type { CountedSign } from '../looked/carried';
import { buildOf, CROWN_ZONES, VIGOUR, type Library } from '../../knowledge';
import { crownRatio, ratioStands, shortRatioOf } from '../../measuring/crown';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { judgedAs } from './statement';
import { wordsIn, type Catalogue } from '../../words/catalogue';

/** Years without any growth that the tape could see after which it says something. Common practice, no source. */
const STANDSTILL_YEARS = 4;

/** How bad vigour is at least, by where the live crown ratio stands. */
const VIGOUR_AT = { failing: 'failing', weak: 'strained', short: 'fair' } as const;

/** What the crown ratio says: a finding, or a supporting note. A palm's says nothing. */
function fromCrownRatio(input: AssessInput, say: Catalogue): { found: Found[]; notes: Statement[]; ratio: number | null } {
  const { taxon } = input;
  const height = input.measurements.height?.m;
  const crownBase = input.measurements.crownBase?.m;
  const build = taxon ? buildOf(taxon) : null;
  if (height === undefined || crownBase === undefined || height <= 0 || build === 'palm') return { found: [], notes: [], ratio: null };
  const ratio = crownRatio(height, crownBase);
  const stands = ratioStands(ratio, build);
  const statement = say.scales.crownRatio(stands, { ratio, height, crownBase, limit: shortRatioOf(build), build });
  return stands === 'good'
    ? { found: [], notes: [statement], ratio }
    : { found: [{ rank: VIGOUR.indexOf(VIGOUR_AT[stands]), statement }], notes: [], ratio };
}

/** What growth and decline over the years say of vigour. */
function fromChanges(changes: readonly Change[], stage: AssessInput['lifeStage'], say: Catalogue): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  for (const change of changes) {
    if (!change.trend) continue;
    const at = (band: (typeof VIGOUR)[number], what: 'standstill' | 'height lost' | 'crown lost') =>
      found.push({ rank: VIGOUR.indexOf(band), statement: say.scales.ofChange(what, change) });
    if (change.what === 'dbh' && change.course === 'better') notes.push(say.scales.ofChange('growth', change));
    if (change.what === 'dbh' && change.course === 'steady' && change.trend.years >= STANDSTILL_YEARS && stage !== 'old')
      at('fair', 'standstill');
    if (change.what === 'height' && change.course === 'worse') at('strained', 'height lost');
    if (change.what === 'crown-ratio' && change.course === 'worse' && stage !== 'young') at('strained', 'crown lost');
  }
  return { found, notes };
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
): Judged<'vigour'> {
  const say = wordsIn(input);
  const ofRatio = fromCrownRatio(input, say);
  const ofChange = fromChanges(changes, input.lifeStage, say);
  const found = [...fromSigns(library, 'vigour', signs, say), ...ofRatio.found, ...ofChange.found];
  const notes = [...ofRatio.notes, ...ofChange.notes];
  if (found.length > 0) return worstOf('vigour', found, notes);
  const crownSeen = CROWN_ZONES.filter((zone) => looked.seen.has(zone));
  const { ratio } = ofRatio;
  if (crownSeen.length === 0 && ratio === null)
    return judgedAs<'vigour'>(NOT_JUDGED, [say.scales.vigourWithoutSigns('not judged', crownSeen), ...notes]);
  const enough = looked.seen.has('crown-top') && (ratio !== null || crownSeen.length === CROWN_ZONES.length);
  return enough
    ? judgedAs<'vigour'>('thriving', [...notes, say.scales.vigourWithoutSigns('thriving', crownSeen)])
    : judgedAs<'vigour'>('fair', [...notes, say.scales.vigourWithoutSigns('too little seen', crownSeen)]);
}
