import { oddPlace } from './far';
import { hasUnseen } from '../record/tree';
import { tagKey } from './tag-key';
import type { NameAnswer, NameFinder } from '../naming/names/names';
import { diameterFromGirth } from '../measuring/stem';
import type { LengthUnit } from '../units/units';
import { lengthCell, degreesCell, numberCell, yearCell } from './cells';
import { parseRows } from './rows';
import { matchColumns, missingColumns, type ColumnKind, type ColumnMatch } from './columns';
import { fromUtm, utmZone } from '../geo/utm';
import { nearestEarlier } from '../geo/earlier';
import { SAME_TREE_WITHIN } from '../geo/near';
import type { Place } from '../geo/distance';

/** A tree as a row of a list gives it, ready to be kept. */
export interface ListedTree extends Place {
  /** Line of the file on which the row begins, the first being 1; of GeoJSON the number of the feature. */
  line: number;
  tag: string;
  place: string;
  /** Species text as written. */
  writtenName: string;
  taxon: string | null;
  /** Cultivar or race as written. */
  infraspecific: string | null;
  /** m */
  dbh: number | null;
  /** As written, with the unit it was read in. */
  dbhEntered: string | null;
  height: number | null;
  plantedYear: number | null;
  note: string;
}

export interface RowProblem {
  line: number;
  tag: string;
  reason: string;
}

/** A species text, how often it occurs, and what it can mean. */
export interface NameQuestion {
  text: string;
  rows: number;
  answer: NameAnswer;
}

export interface ListReport {
  columns: ColumnMatch[];
  /** Sentences that stop the whole list. */
  stops: string[];
  rows: number;
  trees: ListedTree[];
  /** Rows that cannot be imported. */
  bad: RowProblem[];
  /** Rows that come in with something left out or worth a look. */
  warnings: RowProblem[];
  /** Within 2 m of another row or, once held against the record, of a tree already kept. */
  duplicates: { line: number; tag: string; near: string; metres: number }[];
  /** Ambiguous species texts that nobody has answered; their rows keep the text and no name. */
  ambiguous: NameQuestion[];
  /** Texts no name was found for; kept as written. */
  unknown: NameQuestion[];
  /** Texts read in spite of a misspelling. */
  misspelt: NameQuestion[];
}

export interface ReadListOptions {
  names: NameFinder;
  thisYear: number;
  /** How columns are to be read; proposed from the headers when absent. */
  columns?: readonly ColumnMatch[];
  /** UTM zone for easting and northing when no column holds it. */
  zone?: string;
  /** Unit of girth and diameter when neither header nor cell names one. */
  unit?: LengthUnit;
  /** Answers to ambiguous names: text to accepted name; null keeps the text only. */
  choices?: Readonly<Record<string, string | null>>;
  /** Middles of the town's districts: a tree far from all of them is told. */
  home?: readonly { latitude: number; longitude: number }[];
  /** Called now and then with rows read; return false to stop. */
  progress?: (done: number, total: number) => boolean | void;
}

/** What was answered to a text; a text that names what every object has is no answer. */
const choiceOf = ({ choices }: ReadListOptions, text: string): string | null | undefined =>
  choices && Object.hasOwn(choices, text) ? choices[text] : undefined;

/** The list was stopped by the person before it was read to its end. */
export class Stopped extends Error {}

/** Largest diameter that is taken without a question, m; the stoutest stems known are wider, street trees are not. */
const ASK_DBH = 3.5;
const ASK_HEIGHT = 60;
const TELL_EVERY = 250;

/** Reads a tree list: every row becomes a tree or a problem with its line and reason. Nothing is kept here. */
export function readTreeList(text: string, options: ReadListOptions): ListReport {
  const { headers, rows, lines, problem } = parseRows(text);
  const columns = [...(options.columns ?? matchColumns(headers))];
  const report: ListReport = {
    columns,
    stops: [],
    rows: rows.length,
    trees: [],
    bad: [],
    warnings: [],
    duplicates: [],
    ambiguous: [],
    unknown: [],
    misspelt: [],
  };
  if (problem) report.stops.push(problem);
  else report.stops.push(...missingColumns(columns));
  if (report.stops.length > 0) return report;

  const at = new Map<ColumnKind, number>();
  columns.forEach((column, i) => {
    if (column.kind) at.set(column.kind, i);
  });
  const unitOf = (kind: ColumnKind, fallback: LengthUnit) => columns[at.get(kind) ?? -1]?.unit ?? fallback;
  const answers = new Map<string, { answer: NameAnswer; rows: number }>();
  const tags = new Map<string, number>();

  rows.forEach((row, i) => {
    if (i % TELL_EVERY === 0 && options.progress?.(i, rows.length) === false) throw new Stopped();
    const line = lines[i] ?? i + 2;
    const cell = (kind: ColumnKind) => (at.has(kind) ? (row[at.get(kind) as number] ?? '').trim() : '');
    const tag = cell('tag');
    const bad = (reason: string) => report.bad.push({ line, tag, reason });
    const warn = (reason: string) => report.warnings.push({ line, tag, reason });
    if (tag === '') return void bad('no tag');
    if (tag.length > 30) return void bad('the tag is longer than 30 letters');
    if (hasUnseen(tag)) return void bad('the tag holds letters that cannot be seen');
    const first = tags.get(tagKey(tag));
    if (first !== undefined) return void bad(`tag ${tag} is already on line ${first}`);

    const place = placeOf(cell, options.zone);
    if ('problem' in place) return void bad(place.problem);

    const odd = oddPlace(place, options.home ?? []);
    if (odd === 'swapped') return void bad('latitude and longitude look swapped');
    if (odd !== null) warn(`stands ${odd} km from every district; check the place`);

    const girth = at.has('girth') ? lengthCell(cell('girth'), unitOf('girth', options.unit ?? 'cm')) : null;
    const diameter = at.has('diameter') ? lengthCell(cell('diameter'), unitOf('diameter', options.unit ?? 'cm')) : null;
    for (const read of [girth, diameter]) if (read && 'problem' in read) return void bad(read.problem);
    const dbh = diameter && 'm' in diameter ? diameter.m : girth && 'm' in girth ? diameterFromGirth(girth.m) : null;
    if (dbh === 0) warn('a diameter of 0 was left out');
    if (dbh !== null && dbh > ASK_DBH) warn(`diameter ${dbh.toFixed(2)} m is beyond most trees; check the unit`);
    if (
      diameter &&
      girth &&
      'm' in diameter &&
      'm' in girth &&
      girth.m > 0 &&
      Math.abs(diameterFromGirth(girth.m) / diameter.m - 1) > 0.1
    ) {
      warn('girth and diameter do not agree; the diameter was taken');
    }
    const height = at.has('height') ? lengthCell(cell('height'), unitOf('height', 'm')) : null;
    if (height && 'problem' in height) return void bad(height.problem);
    if (height && height.m > ASK_HEIGHT) warn(`height ${height.m.toFixed(0)} m is beyond most trees; check the unit`);
    const year = yearCell(cell('planted'), options.thisYear);
    if (year && 'problem' in year) warn(`${year.problem}; the planting year was left out`);

    tags.set(tagKey(tag), line);
    const writtenName = cell('species');
    let taxon: string | null = null;
    let infraspecific: string | null = null;
    if (writtenName !== '') {
      const known = answers.get(writtenName) ?? { answer: options.names.resolve(writtenName), rows: 0 };
      known.rows++;
      answers.set(writtenName, known);
      const chosen = choiceOf(options, writtenName);
      taxon = chosen !== undefined ? chosen : known.answer.taxon;
      infraspecific = known.answer.infraspecific;
    }
    report.trees.push({
      line,
      tag,
      place: cell('place').slice(0, 120),
      latitude: place.latitude,
      longitude: place.longitude,
      writtenName: writtenName.slice(0, 200),
      taxon,
      infraspecific,
      dbh: dbh === 0 ? null : dbh,
      dbhEntered: diameter ? cell('diameter') : girth ? `${cell('girth')} (girth)` : null,
      height: height && 'm' in height && height.m > 0 ? height.m : null,
      plantedYear: year && 'year' in year ? year.year : null,
      note: cell('note').slice(0, 2000),
    });
  });
  options.progress?.(rows.length, rows.length);

  for (const [written, { answer, rows: count }] of answers) {
    if (choiceOf(options, written) !== undefined) continue;
    const question = { text: written, rows: count, answer };
    if (answer.kind === 'ambiguous') report.ambiguous.push(question);
    else if (answer.kind === 'unknown') report.unknown.push(question);
    else if (answer.kind === 'misspelt') report.misspelt.push(question);
  }
  report.duplicates = nearDuplicates(report.trees);
  return report;
}

function placeOf(cell: (kind: ColumnKind) => string, zoneGiven: string | undefined): Place | { problem: string } {
  if (cell('latitude') !== '' || cell('longitude') !== '') {
    const latitude = degreesCell(cell('latitude'));
    const longitude = degreesCell(cell('longitude'));
    if (latitude === null) return { problem: `latitude "${cell('latitude')}" is no number` };
    if (longitude === null) return { problem: `longitude "${cell('longitude')}" is no number` };
    if (Math.abs(latitude) > 90) return { problem: `latitude ${latitude} is outside -90 to 90` };
    if (Math.abs(longitude) > 180) return { problem: `longitude ${longitude} is outside -180 to 180` };
    if (latitude === 0 && longitude === 0) return { problem: 'latitude and longitude are both 0, which is open sea' };
    return { latitude, longitude };
  }
  const easting = numberCell(cell('easting'));
  const northing = numberCell(cell('northing'));
  if (easting === null && northing === null && cell('easting') === '' && cell('northing') === '')
    return { problem: 'no place: latitude and longitude, or easting and northing, are empty' };
  if (easting === null) return { problem: `easting "${cell('easting')}" is no number` };
  if (northing === null) return { problem: `northing "${cell('northing')}" is no number` };
  const written = cell('zone') || zoneGiven || '';
  if (written === '') return { problem: 'easting and northing need a UTM zone, for example 25N' };
  const zone = utmZone(written);
  if (!zone) return { problem: `"${written}" is not a UTM zone. Enter a zone such as 25N or 33S` };
  if (easting < 100_000 || easting > 900_000) return { problem: `easting ${easting} is outside 100000 to 900000` };
  if (northing < 0 || northing > 10_000_000) return { problem: `northing ${northing} is outside 0 to 10000000` };
  return fromUtm(easting, northing, zone);
}

/** Rows that stand within a step of an earlier one, each with the nearest of those. */
function nearDuplicates(trees: readonly ListedTree[]): ListReport['duplicates'] {
  return nearestEarlier(trees, SAME_TREE_WITHIN).flatMap((earlier, i) => {
    const [tree, other] = [trees[i], earlier ? trees[earlier.at] : undefined];
    return tree && other && earlier
      ? [{ line: tree.line, tag: tree.tag, near: `${other.tag} (line ${other.line})`, metres: earlier.metres }]
      : [];
  });
}
