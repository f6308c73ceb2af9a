import { NOT_JUDGED, type Change, type Judged, type Statement } from '../../record/judgement';
import type { CountedSign } from '../looked/carried';
import { buildOf, CROWN_ZONES, VIGOUR, type Library } from '../../knowledge';
import { crownRatio, isFailingRatio, isShortRatio, isWeakRatio, shortRatioOf } from '../../measuring/crown';
import { treeWords } from '../../units/lengths';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { judgedAs, PRACTICE } from './statement';
import { zoneWords } from '../../words/zones';

/** Years without any growth that the tape could see after which it says something. Common practice, no source. */
const STANDSTILL_YEARS = 4;

/** What the crown ratio says: a finding, or a supporting note. A palm's says nothing. */
function fromCrownRatio(input: AssessInput): { found: Found[]; notes: Statement[]; ratio: number | null } {
  const { taxon, units = 'metric' } = input;
  const height = input.measurements.height?.m;
  const crownBase = input.measurements.crownBase?.m;
  const build = taxon ? buildOf(taxon) : null;
  if (height === undefined || crownBase === undefined || height <= 0 || build === 'palm') return { found: [], notes: [], ratio: null };
  const ratio = crownRatio(height, crownBase);
  const percent = `${Math.round(ratio * 100)} %`;
  const short = shortRatioOf(build);
  const statement = (says: string, rule: string): Statement => ({
    says: `Live crown ratio ${percent}${says}`,
    rule,
    evidence: `Height ${treeWords(height, units)}, lowest live crown at ${treeWords(crownBase, units)}.`,
    source: 'ratio: US forest inventory field guide (from memory); bands: common practice, no source',
  });
  if (isFailingRatio(ratio))
    return {
      found: [
        {
          rank: VIGOUR.indexOf('failing'),
          statement: statement(
            ': a fifth or less is a failing tree.',
            'A fifth or less of the height in live crown: vigour at least failing.',
          ),
        },
      ],
      notes: [],
      ratio,
    };
  if (isWeakRatio(ratio))
    return {
      found: [
        {
          rank: VIGOUR.indexOf('strained'),
          statement: statement(': about a third is weak.', 'About a third of the height in live crown: vigour at least strained.'),
        },
      ],
      notes: [],
      ratio,
    };
  if (isShortRatio(ratio, build))
    return {
      found: [
        {
          rank: VIGOUR.indexOf('fair'),
          statement: statement(
            `: short of ${Math.round(short * 100)} %.`,
            `Under ${Math.round(short * 100)} % for a ${build ?? 'tree of unknown kind'}: vigour at least fair.`,
          ),
        },
      ],
      notes: [],
      ratio,
    };
  return {
    found: [],
    notes: [statement('.', `${Math.round(short * 100)} % and more is good for a ${build ?? 'tree of unknown kind'}.`)],
    ratio,
  };
}

/** What growth and decline over the years say of vigour. */
function fromChanges(changes: readonly Change[], stage: AssessInput['lifeStage']): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  for (const change of changes) {
    if (!change.trend) continue;
    const statement = (rule: string): Statement => ({
      says: change.says,
      rule,
      evidence: `${change.points.length} readings, ${change.points[0]?.date} to ${change.points.at(-1)?.date}.`,
      source: 'repeat tolerances: US forest inventory quality objectives (from memory); rule: common practice, no source',
    });
    if (change.what === 'dbh' && change.course === 'better')
      notes.push({ ...statement('Growth beyond what the tape can differ by speaks for vigour.'), clause: 'its stem grows' });
    if (change.what === 'dbh' && change.course === 'steady' && change.trend.years >= STANDSTILL_YEARS && stage !== 'old')
      found.push({
        rank: VIGOUR.indexOf('fair'),
        statement: statement('No growth in four years or more on a tree that is not old: vigour at least fair.'),
      });
    if (change.what === 'height' && change.course === 'worse')
      found.push({
        rank: VIGOUR.indexOf('strained'),
        statement: statement('Height lost beyond what two readings can differ by: vigour at least strained.'),
      });
    if (change.what === 'crown-ratio' && change.course === 'worse' && stage !== 'young')
      found.push({ rank: VIGOUR.indexOf('strained'), statement: statement('Live crown lost on a grown tree: vigour at least strained.') });
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
  const ofRatio = fromCrownRatio(input);
  const ofChange = fromChanges(changes, input.lifeStage);
  const found = [...fromSigns(library, 'vigour', signs, input.units), ...ofRatio.found, ...ofChange.found];
  const notes = [...ofRatio.notes, ...ofChange.notes];
  if (found.length > 0) return worstOf('vigour', found, notes);
  const crownSeen = CROWN_ZONES.filter((zone) => looked.seen.has(zone));
  const statement = (says: string, rule: string): Statement => ({
    says,
    rule,
    evidence: crownSeen.length > 0 ? `Looked at: ${crownSeen.map(zoneWords).join(', ')}.` : 'No part of the crown was looked at.',
    source: PRACTICE,
  });
  const { ratio } = ofRatio;
  if (crownSeen.length === 0 && ratio === null)
    return judgedAs<'vigour'>(NOT_JUDGED, [
      statement('The crown was neither looked at nor measured.', 'Vigour is judged from a crown that was looked at or measured.'),
      ...notes,
    ]);
  const enough = looked.seen.has('crown-top') && (ratio !== null || crownSeen.length === CROWN_ZONES.length);
  return enough
    ? judgedAs<'vigour'>('thriving', [
        ...notes,
        statement(
          'No sign of trouble in the crown that was looked at.',
          'Top looked at, and the rest looked at or measured, with nothing found: thriving.',
        ),
      ])
    : judgedAs<'vigour'>('fair', [
        ...notes,
        statement(
          'No trouble seen, but too little of the crown was looked at to say more.',
          'Thriving needs the top, and the rest of the crown looked at or measured.',
        ),
      ]);
}
