import { NOT_JUDGED, PARTIAL, type Band, type Judged, type Statement } from '../../record/judgement';
import { inOrder } from '../../history/threads';
import { countedMeasurements } from '../../record/measurement';
import type { CountedDrilling, CountedSign } from '../looked/carried';
import { buildOf, HIDDEN_DECAY, SOUNDNESS, STEM_SIDES, type Library } from '../../knowledge';
import { SHELL_WARNS, shellRatio } from '../../measuring/decay';
import { LOOK_SLENDERNESS, slenderness, UNSTABLE_SLENDERNESS } from '../../measuring/stem';
import { stemWords, treeWords } from '../../units/lengths';
import { fromSigns, worstOf, type Found } from './from-signs';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { judgedAs, PRACTICE } from './statement';
import { capital } from '../../words/listed';
import { zoneWords } from '../../words/zones';

const BEARING = [...STEM_SIDES, 'collar', 'unions'] as const;

/** Whether every stem side, the collar and the unions were looked at: what "no weakness seen" needs. */
export const bearingAllSeen = (looked: LookedAt) => BEARING.every((zone) => looked.seen.has(zone));
const bearingAnySeen = (looked: LookedAt) => [...BEARING, 'branches' as const, 'roots' as const].some((zone) => looked.seen.has(zone));

/** What to say when no rule speaks: nothing on all of it, nothing on what was seen, or not judged at all. */
function nothingFound<S extends 'soundness' | 'hiddenDecay'>(
  clear: Band<S>,
  partial: Band<S>,
  looked: LookedAt,
  all: string,
  notes: readonly Statement[],
): Judged<S> {
  const missing = BEARING.filter((zone) => !looked.seen.has(zone));
  const statement = (says: string): Statement => ({
    says,
    rule: `"${capital(clear)}" needs every stem side, the collar and the forks looked at.`,
    evidence: missing.length === 0 ? 'All ten were looked at.' : `Not looked at: ${missing.map(zoneWords).join(', ')}.`,
    source: PRACTICE,
  });
  if (!bearingAnySeen(looked))
    return judgedAs<S>(NOT_JUDGED, [statement('Neither stem, collar, forks, branches nor roots were looked at.'), ...notes]);
  return bearingAllSeen(looked)
    ? judgedAs<S>(clear, [statement(all), ...notes])
    : judgedAs<S>(partial, [statement('Not every stem side, the collar and the forks were looked at.'), ...notes]);
}

/** What height over diameter says. A palm has no such limit. */
function fromSlenderness(input: AssessInput): { found: Found[]; notes: Statement[] } {
  const { taxon, units = 'metric' } = input;
  const height = input.measurements.height?.m;
  const dbh = input.measurements.dbh?.m;
  if (height === undefined || dbh === undefined || dbh <= 0 || (taxon && buildOf(taxon) === 'palm')) return { found: [], notes: [] };
  const ratio = slenderness(height, dbh);
  const statement = (says: string, rule: string): Statement => ({
    says: `Height over diameter ${ratio.toFixed(0)}: ${says}`,
    rule,
    evidence: `Height ${treeWords(height, units)}, diameter ${stemWords(dbh, units)}.`,
    source: 'Wang and others 1998; Mattheck (both from memory)',
  });
  if (ratio > UNSTABLE_SLENDERNESS)
    return {
      found: [{ rank: 1, statement: statement('over 100 a stem is too thin for its height.', 'Over 100: soundness at least weakness.') }],
      notes: [],
    };
  if (ratio > LOOK_SLENDERNESS)
    return { found: [], notes: [statement('over 50 a tree in the open deserves a look.', 'Over 50 in the open: look at it, no band.')] };
  return { found: [], notes: [] };
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
): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  const units = input.units ?? 'metric';
  const dbh = diameterFor(input);
  for (const line of lines) {
    const where = `${zoneWords(line.zone)}, at ${treeWords(line.height, units)}`;
    const then = line.seenOn ? ` on ${line.seenOn}` : '';
    const ratio = dbh ? shellRatio(dbh, line.shell) : null;
    const statement = (says: string, rule: string): Statement => ({
      says,
      rule,
      evidence: `Drilled at the ${where}${then}: ${stemWords(line.shell, units)} of sound wood (± ${stemWords(line.plusMinus, units)}).${then ? ' Not drilled this time.' : ''}`,
      source: 'Mattheck and Breloer 1994 (from memory)',
    });
    if (!line.decayMet) {
      notes.push(
        statement(`The drill met no soft wood at the ${where}${then}; beside its line nothing is known.`, 'One line never clears a stem.'),
      );
    } else if (scale === 'hiddenDecay') {
      found.push({
        rank: HIDDEN_DECAY.indexOf('likely'),
        statement: statement(`The drill met soft wood at the ${where}${then}.`, 'Soft wood on a drilled line: hidden decay likely.'),
      });
    } else if (ratio !== null && ratio < SHELL_WARNS) {
      found.push({
        rank: SOUNDNESS.indexOf('serious weakness'),
        statement: statement(
          `Sound shell over radius ${ratio.toFixed(2)} at the ${where}${then}: under ${SHELL_WARNS} the wall is thin.`,
          `Shell over radius under ${SHELL_WARNS}: soundness at least serious weakness.`,
        ),
      });
    } else {
      found.push({
        rank: SOUNDNESS.indexOf('weakness'),
        statement: statement(
          `Soft wood at the ${where}${then}${ratio === null ? '' : `; sound shell over radius ${ratio.toFixed(2)}`}.`,
          'Soft wood on a drilled line: soundness at least weakness.',
        ),
      });
    }
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
  const ofShape = fromSlenderness(input);
  const drilled = fromDrillings(input, lines, 'soundness');
  const found = [...fromSigns(library, 'soundness', signs, input.units), ...ofShape.found, ...drilled.found];
  const notes = [...ofShape.notes, ...drilled.notes];
  if (found.length > 0) return worstOf('soundness', found, notes);
  return nothingFound<'soundness'>(
    'no weakness seen',
    PARTIAL.soundness,
    looked,
    'Every stem side, the collar and the forks were looked at.',
    notes,
  );
}

/** Hidden decay: what the outside points to. A good crown never lowers it, nor does a line of sound wood. */
export function hiddenDecay(
  library: Library,
  input: AssessInput,
  signs: readonly CountedSign[],
  lines: readonly CountedDrilling[],
  looked: LookedAt,
): Judged<'hiddenDecay'> {
  const drilled = fromDrillings(input, lines, 'hiddenDecay');
  const found = [...fromSigns(library, 'hiddenDecay', signs, input.units), ...drilled.found];
  const rung = input.sounding;
  const roundTone = STEM_SIDES.every((zone) => rung.some((s) => s.zone === zone && s.sound === 'clear'));
  const notes: Statement[] = [
    ...drilled.notes,
    ...(roundTone
      ? [
          {
            says: 'All eight sides rang clear under the mallet: no wide hollow near the bark at that height.',
            rule: 'A clear ring lowers nothing: roots, the foot below and deep decay stay unheard.',
            evidence: `${rung.length} sides sounded.`,
            source: PRACTICE,
          },
        ]
      : []),
  ];
  if (found.length > 0)
    return worstOf('hiddenDecay', found, [
      ...notes,
      {
        says: 'How far it reaches cannot be seen from outside.',
        rule: 'From outside decay can be suspected, not measured.',
        evidence: `${found.length} pointer${found.length > 1 ? 's' : ''}.`,
        source: PRACTICE,
      },
    ]);
  return nothingFound<'hiddenDecay'>(
    'none suspected',
    PARTIAL.hiddenDecay,
    looked,
    'No pointer to decay on any stem side, the collar or the forks. A sound outside does not prove a sound inside.',
    notes,
  );
}
