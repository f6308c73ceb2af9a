import { lengthUnit, type LengthUnit } from '../units/units';
import { nearest, editDistance } from '../knowledge';

/** What a column of a tree list can hold. */
export const COLUMN_KINDS = [
  'tag',
  'latitude',
  'longitude',
  'easting',
  'northing',
  'zone',
  'species',
  'girth',
  'diameter',
  'height',
  'planted',
  'place',
  'note',
] as const;
export type ColumnKind = (typeof COLUMN_KINDS)[number];

/** Words of a header that tell its kind; whole-word matches count most. English first, then words met in other lists. */
const HEADER_WORDS: Record<ColumnKind, readonly string[]> = {
  tag: [
    'tag',
    'tree id',
    'id',
    'tree no',
    'tree number',
    'number',
    'no',
    'ref',
    'reference',
    'asset',
    'asset id',
    'label',
    'nummer',
    'numero',
  ],
  latitude: ['latitude', 'lat', 'y wgs', 'breite'],
  longitude: ['longitude', 'lon', 'lng', 'long', 'x wgs', 'laenge', 'länge'],
  easting: ['easting', 'east', 'x', 'utm e', 'rechtswert', 'e'],
  northing: ['northing', 'north', 'y', 'utm n', 'hochwert', 'n'],
  zone: ['zone', 'utm zone', 'grid zone'],
  species: [
    'species',
    'taxon',
    'name',
    'tree',
    'kind',
    'botanical name',
    'latin name',
    'scientific name',
    'common name',
    'species name',
    'genus species',
    'baumart',
    'art',
    'type',
  ],
  girth: ['girth', 'circumference', 'circ', 'cbh', 'gbh', 'umfang', 'stem girth'],
  diameter: ['diameter', 'dbh', 'diam', 'stem diameter', 'durchmesser', 'caliper', 'calliper'],
  height: ['height', 'ht', 'hoehe', 'höhe', 'tree height'],
  planted: ['planted', 'planting year', 'year planted', 'plant year', 'plant date', 'planting date', 'year', 'pflanzjahr', 'established'],
  place: ['street', 'road', 'address', 'location', 'site', 'place', 'park', 'strasse', 'straße'],
  note: ['note', 'notes', 'comment', 'comments', 'remarks', 'remark'],
};

/** A column as it is proposed to be read. */
export interface ColumnMatch {
  header: string;
  kind: ColumnKind | null;
  /** Unit named in the header, such as "girth (cm)". */
  unit: LengthUnit | null;
}

const simple = (header: string) =>
  header
    .toLowerCase()
    .replace(/[_\-./]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

function unitIn(header: string): { base: string; unit: LengthUnit | null } {
  const bracket = /[([]\s*([a-z"']+)\s*[)\]]/i.exec(header);
  const inBracket = bracket?.[1] ? lengthUnit(bracket[1]) : null;
  if (bracket && inBracket) return { base: header.replace(bracket[0], ' '), unit: inBracket };
  const words = simple(header).split(' ');
  const last = words.at(-1) ?? '';
  const unit = words.length > 1 ? lengthUnit(last) : null;
  return unit ? { base: words.slice(0, -1).join(' '), unit } : { base: header, unit: null };
}

function scoreOf(base: string, kind: ColumnKind): number {
  let best = 0;
  for (const words of HEADER_WORDS[kind]) {
    if (base === words) best = Math.max(best, 100 + words.length);
    else if (words.length > 2 && ` ${base} `.includes(` ${words} `)) best = Math.max(best, 50 + words.length);
    else if (words.length > 4 && editDistance(base, words, 1) <= 1) best = Math.max(best, 40);
  }
  return best;
}

/** Proposes what each column holds; each kind is given once, to the header that fits it best. */
export function matchColumns(headers: readonly string[]): ColumnMatch[] {
  const parts = headers.map((header) => ({ header, ...unitIn(header) }));
  const scores = parts.flatMap(({ base }, i) => COLUMN_KINDS.map((kind) => ({ i, kind, score: scoreOf(simple(base), kind) })));
  const kinds = new Map<number, ColumnKind>();
  for (const { i, kind } of scores.filter((s) => s.score > 0).sort((a, b) => b.score - a.score || a.i - b.i)) {
    if (!kinds.has(i) && ![...kinds.values()].includes(kind)) kinds.set(i, kind);
  }
  return parts.map(({ header, unit }, i) => ({ header, kind: kinds.get(i) ?? null, unit }));
}

/** What a set of columns lacks to be read as a tree list, in sentences; empty when nothing does. */
export function missingColumns(columns: readonly ColumnMatch[]): string[] {
  const has = (kind: ColumnKind) => columns.some((column) => column.kind === kind);
  const lacks: string[] = [];
  if (!has('tag')) lacks.push('No column holds the tag of the tree.');
  if (!(has('latitude') && has('longitude')) && !(has('easting') && has('northing'))) {
    lacks.push('No pair of columns holds the place: latitude and longitude, or easting and northing.');
  }
  return lacks;
}

/** The column kind a word means, or the nearest one for an error. */
export const columnKind = (word: string): { kind: ColumnKind | null; nearest: string } => ({
  kind: (COLUMN_KINDS as readonly string[]).includes(word) ? (word as ColumnKind) : null,
  nearest: nearest(word, COLUMN_KINDS) ?? '',
});
