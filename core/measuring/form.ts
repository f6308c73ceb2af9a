import type { Measurements } from '../record/measurement';
import type { Taxon } from '../knowledge';
import { crownRatio, crownRatioError, spreadFromAxes, spreadFromSpokes } from './crown';
import { heightLeaning, heightSine, heightStick, heightTangent, type LEANS, type HeightReading, type StandFault } from './height';
import { impossible } from './limits';
import { questionsAbout, type Earlier } from './plausible';
import { combineReadings } from '../maths/readings';
import { combinedDiameter, combinedError, diameterError, diameterFromGirth, slenderness } from './stem';
import { fromMetres, parseLength, radians, type LengthUnit } from '../units/units';
import type { UnitSystem } from '../units/lengths';
import { wordsIn, type Catalogue, type Speech } from '../words/catalogue';

/** How a person likes to measure. */
export interface Custom extends Speech {
  units: UnitSystem;
  stem: 'diameter' | 'girth';
  /** Height of the reading, m. */
  breastHeight: number;
}

/** A height that was worked out and kept, to be averaged with others. */
export interface KeptHeight {
  /** m */
  m: number;
  plusMinus: number;
  method: string;
  entered: string;
  /** Worked out from what a simulated device read. */
  simulated?: true;
}

/** What was typed for the measurements, as typed; numbers are made when they are needed. */
export interface Entry {
  /** Girth or diameter of each stem. */
  stems: string[];
  /** Further readings of a single stem. */
  again: string[];
  /** Height of the reading where it is none of the usual ones: below a fork, above a buttress. */
  readingHeight: string;
  heightHow: 'tangent' | 'sine' | 'stick' | 'device' | 'typed';
  height: string;
  distance: string;
  top: string;
  base: string;
  /** Slope distances of the sine method. */
  topDistance: string;
  baseDistance: string;
  stick: string;
  arm: string;
  eye: string;
  angleUnit: 'deg' | 'percent';
  /** Lean of the tree, degrees from the vertical, and where it leans. */
  lean: string;
  leanTo: (typeof LEANS)[number];
  heights: KeptHeight[];
  crownBase: string;
  spreadHow: 'axes' | 'spokes';
  spread: string[];
  /** What simulated devices wrote into the fields, until somebody types over it. */
  simulated: { stem: boolean; height: boolean };
}

export const EMPTY_ENTRY: Entry = {
  stems: [''],
  again: [],
  readingHeight: '',
  heightHow: 'tangent',
  height: '',
  distance: '',
  top: '',
  base: '',
  topDistance: '',
  baseDistance: '',
  stick: '',
  arm: '',
  eye: '',
  angleUnit: 'deg',
  lean: '',
  leanTo: 'across',
  heights: [],
  crownBase: '',
  spreadHow: 'axes',
  spread: ['', ''],
  simulated: { stem: false, height: false },
};

export type EntryField =
  | 'stems'
  | 'again'
  | 'readingHeight'
  | 'height'
  | 'distance'
  | 'top'
  | 'base'
  | 'topDistance'
  | 'baseDistance'
  | 'stick'
  | 'arm'
  | 'eye'
  | 'lean'
  | 'crownBase'
  | 'spread';

/** The measurements as far as they are typed, what is wrong with any, and what is worth a second look. */
export interface MeasuredEntry {
  values: Measurements;
  /** The height that the fields give now, not yet averaged with those kept. */
  now: KeptHeight | null;
  problems: Partial<Record<EntryField, string>>;
  /** Asked about, never refused. */
  questions: string[];
  warnings: string[];
  /** What is wrong with where the height was read from. */
  stands: readonly StandFault[];
  ratio: number | null;
  /** One standard deviation of the ratio. */
  ratioError: number | null;
  slenderness: number | null;
}

export const stemUnit = (custom: Pick<Custom, 'units'>): LengthUnit => (custom.units === 'feet' ? 'in' : 'cm');
export const treeUnit = (custom: Pick<Custom, 'units'>): LengthUnit => (custom.units === 'feet' ? 'ft' : 'm');
/** Unit of short things held in the hand: a stick, an arm. */
export const handUnit = stemUnit;

/** Error of a typed height whose way is not known: a hand's worth of metres in a hundred. Common practice, no source. */
const TYPED_SHARE = 0.03;
/** The lowest live crown is read to about so much, m. Common practice, no source. */
const CROWN_BASE_ERROR = 0.3;
const LONGEST_ENTERED = 40;
/** A stem is read within a person's reach, m. */
const HIGHEST_READING = 3;

const entered = (...parts: string[]) => parts.join(' ').slice(0, LONGEST_ENTERED);

function angleOf(text: string, unit: Entry['angleUnit']): number | null {
  const t = text.trim().replace(',', '.').replace('−', '-');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(t)) return null;
  const a = radians({ value: Number(t), unit }, 'angle');
  return Math.abs(a) < Math.PI / 2 ? a : null;
}

/** Reads typed fields and remembers what is wrong with any. */
class Fields {
  readonly problems: MeasuredEntry['problems'] = {};
  readonly say: Catalogue['measuring'];
  constructor(private readonly custom: Custom) {
    this.say = wordsIn(custom).measuring;
  }

  /** Metres, or null when nothing or no length was typed. */
  length(text: string, field: EntryField, unit: LengthUnit = treeUnit(this.custom)): number | null {
    if (text.trim() === '') return null;
    const m = parseLength(text, unit);
    if (m === null) this.problems[field] = this.say.noLength;
    return m;
  }

  angle(text: string, field: EntryField, unit: Entry['angleUnit']): number | null {
    if (text.trim() === '') return null;
    const a = angleOf(text, unit);
    if (a === null) this.problems[field] = this.say.noAngle;
    return a;
  }
}

/** The height that the fields of the chosen method give, or null while one is missing. */
function heightNow(entry: Entry, fields: Fields, custom: Custom): { reading: HeightReading; entered: string } | null {
  switch (entry.heightHow) {
    case 'typed': {
      const m = fields.length(entry.height, 'height');
      return m ? { reading: { height: m, plusMinus: TYPED_SHARE * m, warnings: [], stands: [] }, entered: entered(entry.height) } : null;
    }
    case 'tangent': {
      const distance = fields.length(entry.distance, 'distance');
      const top = fields.angle(entry.top, 'top', entry.angleUnit);
      const base = fields.angle(entry.base, 'base', entry.angleUnit);
      const lean = fields.angle(entry.lean, 'lean', 'deg');
      if (!distance || top === null || base === null) return null;
      const reading = lean
        ? heightLeaning(distance, top, base, { angle: Math.abs(lean), to: entry.leanTo }, custom)
        : heightTangent(distance, top, base, custom);
      return { reading, entered: entered(entry.distance, 'at', `${entry.top}/${entry.base}`) };
    }
    case 'sine':
    case 'device': {
      const far = fields.length(entry.topDistance, 'topDistance');
      const near = fields.length(entry.baseDistance, 'baseDistance');
      const top = fields.angle(entry.top, 'top', entry.angleUnit);
      const base = fields.angle(entry.base, 'base', entry.angleUnit);
      if (!far || !near || top === null || base === null) return null;
      return {
        reading: heightSine({ distance: far, angle: top }, { distance: near, angle: base }, custom),
        entered: entered(`${entry.topDistance}@${entry.top}`, `${entry.baseDistance}@${entry.base}`),
      };
    }
    case 'stick': {
      const distance = fields.length(entry.distance, 'distance');
      const stick = fields.length(entry.stick, 'stick', handUnit(custom));
      const arm = fields.length(entry.arm, 'arm', handUnit(custom));
      const eye = fields.length(entry.eye, 'eye') ?? 0;
      if (!distance || !stick || !arm) return null;
      return {
        reading: heightStick(distance, stick, arm, eye, custom),
        entered: entered(entry.distance, '×', `${entry.stick}/${entry.arm}`),
      };
    }
  }
}

function readStems(entry: Entry, fields: Fields, custom: Custom, values: Measurements): void {
  const unit = stemUnit(custom);
  const toDiameter = (m: number) => (custom.stem === 'girth' ? diameterFromGirth(m) : m);
  const stems = entry.stems.flatMap((text) => {
    const m = fields.length(text, 'stems', unit);
    if (m !== null && m <= 0) fields.problems.stems = fields.say.noLength;
    return m !== null && m > 0 ? [toDiameter(m)] : [];
  });
  const [single] = stems;
  if (single === undefined) return;
  const made = entry.simulated.stem ? { simulated: true as const } : {};
  if (stems.length > 1) {
    values.stems = stems;
    values.dbh = {
      m: combinedDiameter(stems),
      plusMinus: combinedError(stems),
      entered: entered(entry.stems.join(' + ')),
      method: custom.stem,
      ...made,
    };
    return;
  }
  const again = entry.again.flatMap((text) => {
    const m = fields.length(text, 'again', unit);
    return m !== null && m > 0 ? [toDiameter(m)] : [];
  });
  const all = [single, ...again];
  const { mean, plusMinus, leftOut } = combineReadings(all, diameterError(single));
  values.dbh = {
    m: mean,
    plusMinus,
    entered: entered([entry.stems[0], ...entry.again].filter(Boolean).join(', ')),
    method: custom.stem,
    ...made,
    ...(all.length > 1 ? { readings: all, leftOut: leftOut.length } : {}),
  };
}

/** The methods whose readings say how they were taken; a device's are slope distances. */
const METHOD: Record<Entry['heightHow'], string> = {
  tangent: 'tangent',
  sine: 'sine',
  stick: 'stick',
  device: 'hypsometer',
  typed: 'typed',
};

function readHeights(entry: Entry, fields: Fields, custom: Custom, out: MeasuredEntry): void {
  const found = heightNow(entry, fields, custom);
  if (found && found.reading.height <= 0) fields.problems.top = fields.say.topBelowBase;
  else if (found) {
    const { height, plusMinus, warnings, stands } = found.reading;
    out.now = {
      m: height,
      plusMinus,
      method: METHOD[entry.heightHow],
      entered: found.entered,
      ...(entry.simulated.height ? { simulated: true as const } : {}),
    };
    out.warnings.push(...warnings);
    out.stands = stands;
  }
  const all = [...entry.heights, ...(out.now ? [out.now] : [])];
  if (all.length === 0) return;
  const error = Math.max(...all.map((h) => h.plusMinus));
  const { mean, plusMinus, spread, leftOut } = combineReadings(
    all.map((h) => h.m),
    error,
  );
  const [only] = all;
  // One made-up reading makes the whole mean made up.
  const made = all.some((h) => h.simulated) ? { simulated: true as const } : {};
  out.values.height =
    all.length === 1 && only
      ? { m: only.m, plusMinus: only.plusMinus, method: only.method, entered: only.entered, ...made }
      : {
          m: mean,
          plusMinus,
          method: fields.say.methods([...new Set(all.map((h) => h.method))]).slice(0, LONGEST_ENTERED),
          entered: entered(fields.say.meanOf(all.length)),
          readings: all.map((h) => h.m),
          leftOut: leftOut.length,
          ...made,
        };
  if (leftOut.length > 0) out.warnings.push(fields.say.leftOutOfMean(leftOut.map((i) => all[i]?.m ?? 0)));
  else if (spread !== null && spread > 2 * error) out.warnings.push(fields.say.readingsDiffer);
}

function readCrown(entry: Entry, fields: Fields, out: MeasuredEntry): void {
  const { values } = out;
  const height = values.height?.m;
  const base = fields.length(entry.crownBase, 'crownBase');
  if (base !== null) {
    if (height && base > height) fields.problems.crownBase = fields.say.crownAboveTop;
    else values.crownBase = { m: base, plusMinus: CROWN_BASE_ERROR, entered: entered(entry.crownBase) };
  }
  const spread = entry.spread.map((text) => fields.length(text, 'spread'));
  const typed = spread.filter((m): m is number => m !== null);
  if (entry.spreadHow === 'axes' && typed.length === 2)
    values.crownSpread = {
      m: spreadFromAxes(typed[0] as number, typed[1] as number),
      method: 'axes',
      entered: entered(entry.spread.join(' × ')),
    };
  if (entry.spreadHow === 'spokes' && typed.length >= 3 && typed.length === entry.spread.length)
    values.crownSpread = { m: spreadFromSpokes(typed), method: fields.say.spokes(typed.length), entered: entered(entry.spread.join(', ')) };
}

/** The field that gave a size. */
const FIELD_OF = { dbh: 'stems', height: 'height', crownBase: 'crownBase', crownSpread: 'spread' } as const;

/** What no tree is, is no reading: it is asked for again where it was typed. */
function refuseImpossible(fields: Fields, { values }: MeasuredEntry): void {
  const { dbh, height, crownBase, crownSpread } = values;
  const found = impossible({ dbh: dbh?.m, height: height?.m, crownBase: crownBase?.m, crownSpread: crownSpread?.m });
  for (const { size, most } of found) {
    fields.problems[FIELD_OF[size]] = fields.say.noTreeIs(most);
    delete values[size];
  }
}

/**
 * Reads what was typed into measurements with their errors, warnings and questions.
 * @param taxon the name as far as it is known
 * @param last the newest earlier readings
 */
export function readEntry(entry: Entry, custom: Custom, taxon: Taxon | null, last: Earlier | null): MeasuredEntry {
  const fields = new Fields(custom);
  const out: MeasuredEntry = {
    values: {},
    now: null,
    problems: fields.problems,
    questions: [],
    warnings: [],
    stands: [],
    ratio: null,
    ratioError: null,
    slenderness: null,
  };
  const odd = fields.length(entry.readingHeight, 'readingHeight');
  const inReach = odd !== null && odd > 0 && odd <= HIGHEST_READING;
  if (odd !== null && !inReach) fields.problems.readingHeight = fields.say.readingHeightRange(HIGHEST_READING);
  out.values.breastHeight = inReach ? odd : custom.breastHeight;
  readStems(entry, fields, custom, out.values);
  readHeights(entry, fields, custom, out);
  readCrown(entry, fields, out);
  refuseImpossible(fields, out);
  const { dbh, height, crownBase, crownSpread } = out.values;
  if (height && crownBase) {
    out.ratio = crownRatio(height.m, crownBase.m);
    out.ratioError = crownRatioError(height.m, crownBase.m, height.plusMinus ?? 0, crownBase.plusMinus ?? 0);
  }
  if (height && dbh) out.slenderness = slenderness(height.m, dbh.m);
  out.questions = questionsAbout(
    { dbh: dbh?.m, height: height?.m, crownBase: crownBase?.m, crownSpread: crownSpread?.m },
    taxon,
    last,
    custom,
  );
  return out;
}

/** A simulated device's shots written into the fields, in the units of the person, and marked as made up. */
export const shotsInto = (
  entry: Entry,
  shots: { top: { distance: number; angle: number }; base: { distance: number; angle: number } },
  custom: Custom,
): Entry => {
  const unit = treeUnit(custom);
  const length = (m: number) => `${fromMetres(m, unit).toFixed(unit === 'ft' ? 1 : 2)}`;
  const angle = (a: number) => ((a * 180) / Math.PI).toFixed(1);
  return {
    ...entry,
    heightHow: 'device',
    angleUnit: 'deg',
    topDistance: length(shots.top.distance),
    baseDistance: length(shots.base.distance),
    top: angle(shots.top.angle),
    base: angle(shots.base.angle),
    simulated: { ...entry.simulated, height: true },
  };
};
