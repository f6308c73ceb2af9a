import type { SignSeen } from '../contracts/record';
import {
  buildOf,
  CROWN_ZONES,
  HIDDEN_DECAY,
  SOUNDNESS,
  STEM_SIDES,
  VIGOUR,
  type Library,
  type SignField,
  type SignRule,
  type FieldTest,
} from '../knowledge';
import { crownRatio, isFailingRatio, isWeakRatio } from '../measure/crown';
import { SHELL_WARNS, shellRatio } from '../measure/decay';
import { LOOK_SLENDERNESS, slenderness, UNSTABLE_SLENDERNESS } from '../measure/stem';
import type { Change } from './change';
import { meets } from './field-test';
import type { LookedAt } from './looked';
import type { AssessInput } from './request';
import { judgedAs, PRACTICE, type Judged, type Statement } from './statement';
import { signWords } from './words';
import { zoneWords } from './zones';

/** Said where nothing bad was seen but not all was looked at. */
export const PARTIAL = {
  soundness: 'no weakness seen on what was looked at',
  hiddenDecay: 'none suspected on what was looked at',
} as const;
export const NOT_JUDGED = 'not judged';

export type Scale = SignRule['scale'];
export const BANDS: Record<Scale, readonly string[]> = { vigour: VIGOUR, soundness: SOUNDNESS, hiddenDecay: HIDDEN_DECAY };
export const SCALE_WORDS: Record<Scale, string> = { vigour: 'vigour', soundness: 'soundness', hiddenDecay: 'hidden decay' };

/** A statement with the place of its band on the scale. */
interface Found {
  rank: number;
  statement: Statement;
}

/** A sentence as a clause: small first letter, no full stop. */
const clauseOf = (sentence: string) => `${sentence.charAt(0).toLowerCase()}${sentence.slice(1)}`.replace(/\.$/, '');

const FIELD_UNITS: Partial<Record<SignField, string>> = {
  percent: ' %',
  cover: ' %',
  angle: '°',
  height: ' m',
  width: ' m',
  length: ' m',
  depth: ' m',
  opening: ' m',
};

/** A rule's conditions in words: ", opening over 0.1 m, trend larger". */
const conditionWords = (when: Partial<Record<SignField, FieldTest>> | undefined) =>
  Object.entries(when ?? {})
    .map(([field, test]) => {
      const unit = FIELD_UNITS[field as SignField] ?? '';
      const parts = [
        ...(test.is ? [test.is.map((word) => word.replaceAll('-', ' ')).join(' or ')] : []),
        ...(test.over === undefined ? [] : [`over ${test.over}${unit}`]),
        ...(test.under === undefined ? [] : [`under ${test.under}${unit}`]),
      ];
      return `, ${field} ${parts.join(' and ')}`;
    })
    .join('');

/** What the rules of the signs say on one scale; the worst holds, every sign that speaks is a reason. */
function fromSigns(library: Library, scale: Scale, signs: readonly SignSeen[]): Found[] {
  return signs.flatMap((seen): Found[] => {
    const sign = library.signs.find((s) => s.id === seen.id);
    const worst = (sign?.rules ?? [])
      .filter((rule) => rule.scale === scale && meets(seen, rule.when))
      .map((rule) => ({ rank: BANDS[scale].indexOf(rule.atLeast), rule }))
      .sort((a, b) => b.rank - a.rank)[0];
    if (!sign || !worst) return [];
    const { rule, rank } = worst;
    const seenWords = signWords(seen);
    return [
      {
        rank,
        statement: {
          says: `${sign.label}, ${zoneWords(seen.zone)}: ${rule.because}`,
          clause: `${clauseOf(rule.because)} (${sign.label.toLowerCase()}, ${zoneWords(seen.zone)})`,
          rule: `${sign.label}${conditionWords(rule.when)}: ${SCALE_WORDS[scale]} at least ${rule.atLeast}.`,
          evidence: `Seen at the ${zoneWords(seen.zone)}${seenWords ? `: ${seenWords}` : ''}.`,
          source: sign.source,
        },
      },
    ];
  });
}

/** The band of the worst statement, with every statement, worst first. */
function worstOf(scale: Scale, found: readonly Found[], notes: readonly Statement[]): Judged {
  const sorted = [...found].sort((a, b) => b.rank - a.rank);
  return judgedAs(BANDS[scale][sorted[0]?.rank ?? 0] ?? NOT_JUDGED, [...sorted.map((f) => f.statement), ...notes]);
}

const metres = (m: number) => `${m.toFixed(1)} m`;

/** Live crown ratio under which a broadleaf is short of what it should carry; conifers are fine from 40 %. Common practice, no source. */
const SHORT = { broadleaf: 0.5, conifer: 0.4 } as const;
/** Years without any growth that the tape could see after which it says something. Common practice, no source. */
const STANDSTILL_YEARS = 4;

/** What the crown ratio says: a finding, or a supporting note. A palm's says nothing. */
function fromCrownRatio(input: AssessInput): { found: Found[]; notes: Statement[]; ratio: number | null } {
  const { height, crownBase, taxon } = input;
  const build = taxon ? buildOf(taxon) : null;
  if (height === undefined || crownBase === undefined || height <= 0 || build === 'palm') return { found: [], notes: [], ratio: null };
  const ratio = crownRatio(height, crownBase);
  const percent = `${Math.round(ratio * 100)} %`;
  const short = build === 'broadleaf' ? SHORT.broadleaf : SHORT.conifer;
  const statement = (says: string, rule: string): Statement => ({
    says: `Live crown ratio ${percent}${says}`,
    rule,
    evidence: `Height ${metres(height)}, lowest live crown at ${metres(crownBase)}.`,
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
  if (ratio < short - 0.005)
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
  signs: readonly SignSeen[],
  looked: LookedAt,
  changes: readonly Change[] = [],
): Judged {
  const ofRatio = fromCrownRatio(input);
  const ofChange = fromChanges(changes, input.lifeStage);
  const found = [...fromSigns(library, 'vigour', signs), ...ofRatio.found, ...ofChange.found];
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
    return judgedAs(NOT_JUDGED, [
      statement('The crown was neither looked at nor measured.', 'Vigour is judged from a crown that was looked at or measured.'),
      ...notes,
    ]);
  const enough = looked.seen.has('crown-top') && (ratio !== null || crownSeen.length === CROWN_ZONES.length);
  return enough
    ? judgedAs('thriving', [
        ...notes,
        statement(
          'No sign of trouble in the crown that was looked at.',
          'Top looked at, and the rest looked at or measured, with nothing found: thriving.',
        ),
      ])
    : judgedAs('fair', [
        ...notes,
        statement(
          'No trouble seen, but too little of the crown was looked at to say more.',
          'Thriving needs the top, and the rest of the crown looked at or measured.',
        ),
      ]);
}

const BEARING = [...STEM_SIDES, 'collar', 'unions'] as const;

/** Whether every stem side, the collar and the unions were looked at: what "no weakness seen" needs. */
const bearingAllSeen = (looked: LookedAt) => BEARING.every((zone) => looked.seen.has(zone));
const bearingAnySeen = (looked: LookedAt) => [...BEARING, 'branches' as const, 'roots' as const].some((zone) => looked.seen.has(zone));

/** What to say when no rule speaks: nothing on all of it, nothing on what was seen, or not judged at all. */
function nothingFound(clear: string, partial: string, looked: LookedAt, all: string, notes: readonly Statement[]): Judged {
  const missing = BEARING.filter((zone) => !looked.seen.has(zone));
  const statement = (says: string): Statement => ({
    says,
    rule: `"${capitalWords(clear)}" needs every stem side, the collar and the forks looked at.`,
    evidence: missing.length === 0 ? 'All ten were looked at.' : `Not looked at: ${missing.map(zoneWords).join(', ')}.`,
    source: PRACTICE,
  });
  if (!bearingAnySeen(looked))
    return judgedAs(NOT_JUDGED, [statement('Neither stem, collar, forks, branches nor roots were looked at.'), ...notes]);
  return bearingAllSeen(looked)
    ? judgedAs(clear, [statement(all), ...notes])
    : judgedAs(partial, [statement('Not every stem side, the collar and the forks were looked at.'), ...notes]);
}
const capitalWords = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** What height over diameter says. A palm has no such limit. */
function fromSlenderness(input: AssessInput): { found: Found[]; notes: Statement[] } {
  const { height, dbh, taxon } = input;
  if (height === undefined || dbh === undefined || dbh <= 0 || (taxon && buildOf(taxon) === 'palm')) return { found: [], notes: [] };
  const ratio = slenderness(height, dbh);
  const statement = (says: string, rule: string): Statement => ({
    says: `Height over diameter ${ratio.toFixed(0)}: ${says}`,
    rule,
    evidence: `Height ${metres(height)}, diameter ${lengthWords(dbh)}.`,
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
const lengthWords = (m: number) => `${(m * 100).toFixed(0)} cm`;

/** Share of the stem radius the drill has to cross for a line of sound wood to mean something. */
function fromDrillings(input: AssessInput, scale: 'soundness' | 'hiddenDecay'): { found: Found[]; notes: Statement[] } {
  const found: Found[] = [];
  const notes: Statement[] = [];
  for (const line of input.drillings ?? []) {
    const where = `${zoneWords(line.zone)}, at ${line.height.toFixed(1)} m`;
    const ratio = input.dbh ? shellRatio(input.dbh, line.shell) : null;
    const statement = (says: string, rule: string): Statement => ({
      says,
      rule,
      evidence: `Drilled at the ${where}: ${(line.shell * 100).toFixed(1)} cm of sound wood (± ${(line.plusMinus * 100).toFixed(1)} cm)${line.from === 'simulated drill' ? ', a simulated drill' : ''}.`,
      source: 'Mattheck and Breloer 1994 (from memory)',
    });
    if (!line.decayMet) {
      notes.push(
        statement(`The drill met no soft wood at the ${where}; beside its line nothing is known.`, 'One line never clears a stem.'),
      );
    } else if (scale === 'hiddenDecay') {
      found.push({
        rank: HIDDEN_DECAY.indexOf('likely'),
        statement: statement(`The drill met soft wood at the ${where}.`, 'Soft wood on a drilled line: hidden decay likely.'),
      });
    } else if (ratio !== null && ratio < SHELL_WARNS) {
      found.push({
        rank: SOUNDNESS.indexOf('serious weakness'),
        statement: statement(
          `Sound shell over radius ${ratio.toFixed(2)} at the ${where}: under ${SHELL_WARNS} the wall is thin.`,
          `Shell over radius under ${SHELL_WARNS}: soundness at least serious weakness.`,
        ),
      });
    } else {
      found.push({
        rank: SOUNDNESS.indexOf('weakness'),
        statement: statement(
          `Soft wood at the ${where}${ratio === null ? '' : `; sound shell over radius ${ratio.toFixed(2)}`}.`,
          'Soft wood on a drilled line: soundness at least weakness.',
        ),
      });
    }
  }
  return { found, notes };
}

/** Soundness: how well the tree holds together. A full crown never counts in its favour. */
export function soundness(library: Library, input: AssessInput, signs: readonly SignSeen[], looked: LookedAt): Judged {
  const ofShape = fromSlenderness(input);
  const drilled = fromDrillings(input, 'soundness');
  const found = [...fromSigns(library, 'soundness', signs), ...ofShape.found, ...drilled.found];
  const notes = [...ofShape.notes, ...drilled.notes];
  if (found.length > 0) return worstOf('soundness', found, notes);
  return nothingFound('no weakness seen', PARTIAL.soundness, looked, 'Every stem side, the collar and the forks were looked at.', notes);
}

/** Hidden decay: what the outside points to. A good crown never lowers it, nor does a line of sound wood. */
export function hiddenDecay(library: Library, input: AssessInput, signs: readonly SignSeen[], looked: LookedAt): Judged {
  const drilled = fromDrillings(input, 'hiddenDecay');
  const found = [...fromSigns(library, 'hiddenDecay', signs), ...drilled.found];
  const rung = input.sounding ?? [];
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
  return nothingFound(
    'none suspected',
    PARTIAL.hiddenDecay,
    looked,
    'No pointer to decay on any stem side, the collar or the forks. A sound outside does not prove a sound inside.',
    notes,
  );
}

/** Signs that sounding adds: a side that rang dull or like a drum, unless it was marked already. */
export function fromSounding(input: Pick<AssessInput, 'sounding' | 'signs'>, hollow: string): SignSeen[] {
  return (input.sounding ?? []).flatMap(({ zone, sound, height }): SignSeen[] =>
    sound === 'clear' || input.signs.some((sign) => sign.id === hollow && sign.zone === zone)
      ? []
      : [{ id: hollow, zone, kind: sound, ...(height === undefined ? {} : { height }) }],
  );
}
