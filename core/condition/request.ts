import { z } from 'zod';
import { Refusal } from '../contracts/problem';
import {
  beneath,
  overrule,
  PROFILES,
  SOUNDS,
  WORKS,
  type Beneath,
  type Drilling,
  type Overrule,
  type SignSeen,
  type Sounding,
  type Works,
} from '../contracts/record';
import { genusOf, nearest, STAGES, TRENDS, ZONES, type Library, type Sign, type Taxon, type Zone } from '../knowledge';
import { ROOT_STANDARDS, type RootStandard } from '../measure/roots';
import { systemOf, UNIT_SYSTEMS, type UnitSystem } from '../measure/words';
import { metres, quantity, radians, type Quantity } from '../measure/units';

const QUANTITY_FIELDS = ['height', 'width', 'length', 'depth', 'opening'] as const;
const WORD_FIELDS = ['part', 'size', 'where', 'kind'] as const;

const signGiven = z.strictObject({
  id: z.string(),
  zone: z.string(),
  percent: z.number().min(0).max(100).optional(),
  cover: z.number().min(0).max(100).optional(),
  part: z.string().optional(),
  size: z.string().optional(),
  where: z.string().optional(),
  kind: z.string().optional(),
  height: quantity.optional(),
  width: quantity.optional(),
  length: quantity.optional(),
  depth: quantity.optional(),
  opening: quantity.optional(),
  count: z.number().int().min(0).optional(),
  angle: quantity.optional(),
  trend: z.string().optional(),
  note: z.string().optional(),
  putBack: z.string().optional(),
  leftAside: z.string().optional(),
});

/** An earlier look at the same tree, so that change over time counts. */
const earlierGiven = z.strictObject({
  date: z.iso.date(),
  looked: z.array(z.string()).default([]),
  measurements: z
    .strictObject({
      height: quantity.optional(),
      crownBase: quantity.optional(),
      dbh: quantity.optional(),
      breastHeight: quantity.optional(),
    })
    .default({}),
  signs: z.array(signGiven).default([]),
});

/** The request of `dendrix assess`. */
export const assessRequest = z.strictObject({
  taxon: z.string().nullish(),
  date: z.iso.date(),
  latitude: z.number().min(-90).max(90).default(45),
  lifeStage: z.enum(STAGES).optional(),
  profile: z.enum(PROFILES).default('amenity'),
  looked: z.array(z.string()).default([]),
  measurements: z.strictObject({ height: quantity.optional(), crownBase: quantity.optional(), dbh: quantity.optional() }).default({}),
  signs: z.array(signGiven).default([]),
  absent: z.array(z.string()).default([]),
  sounding: z.array(z.strictObject({ zone: z.string(), sound: z.enum(SOUNDS), height: quantity.optional() })).default([]),
  beneath: z.array(beneath).default([]),
  works: z.array(z.strictObject({ kind: z.enum(WORKS), distance: quantity })).default([]),
  rootStandard: z.enum(ROOT_STANDARDS).default('bs5837'),
  overrules: z.array(overrule).default([]),
  before: z.array(earlierGiven).default([]),
  units: z.enum(UNIT_SYSTEMS).optional(),
});

/** An earlier look, checked, in metres. */
export interface EarlierLook {
  date: string;
  looked: readonly Zone[];
  signs: readonly SignSeen[];
  dbh?: number | undefined;
  height?: number | undefined;
  crownBase?: number | undefined;
  breastHeight?: number | undefined;
  sounding?: readonly Sounding[];
}

/** What the judgement is made from, checked, in metres and degrees. */
export interface AssessInput {
  taxon: Taxon | null;
  /** Accepted name or genus as far as it is known. */
  name: string | null;
  /** The name is the record's; this look did not check it. */
  nameUnchecked?: boolean;
  date: string;
  latitude: number;
  lifeStage: (typeof STAGES)[number] | undefined;
  profile: (typeof PROFILES)[number];
  looked: Zone[];
  height?: number | undefined;
  crownBase?: number | undefined;
  dbh?: number | undefined;
  breastHeight?: number | undefined;
  signs: SignSeen[];
  /** Signs looked for and not found. */
  absent?: readonly string[];
  sounding?: readonly Sounding[];
  drillings?: readonly Drilling[];
  beneath?: readonly Beneath[];
  works?: readonly Works[];
  rootStandard?: RootStandard;
  overrules?: readonly Overrule[];
  /** Earlier looks at this tree, in any order. */
  before?: readonly EarlierLook[];
  /** In which the judgement is worded; metric when not given. */
  units?: UnitSystem;
}

function zoneOf(word: string, path: string): Zone {
  if ((ZONES as readonly string[]).includes(word)) return word as Zone;
  throw new Refusal('unknown-zone', path, { word, nearest: nearest(word, ZONES) ?? 'none' });
}

/** The library's sign of an id. @throws Refusal `unknown-sign` with the nearest known one */
function signOf(library: Library, id: string, path: string): Sign {
  const sign = library.signs.find((s) => s.id === id);
  if (sign) return sign;
  throw new Refusal('unknown-sign', path, {
    word: id,
    nearest:
      nearest(
        id,
        library.signs.map((s) => s.id),
      ) ?? 'none',
  });
}

/**
 * The taxon of a name, or null for a genus or no name.
 * @throws Refusal `unknown-taxon` for a name that is neither in the library nor a genus of it
 */
export function taxonOf(library: Library, name: string | null | undefined, path = 'taxon'): Taxon | null {
  if (!name) return null;
  const found = library.taxa.find((taxon) => taxon.name === name);
  if (found) return found;
  const names = library.taxa.map((taxon) => taxon.name);
  if (names.some((n) => genusOf(n) === name) || library.taxa.some((taxon) => taxon.family === name)) return null;
  throw new Refusal('unknown-taxon', path, { word: name, nearest: nearest(name, names) ?? 'none' });
}

const length = (q: Quantity | undefined, path: string) => {
  if (q === undefined) return undefined;
  const m = metres(q, path);
  if (m < 0) throw new Refusal('out-of-range', `${path}.value`, { value: `${q.value}`, range: 'lengths of 0 or more' });
  return m;
};

function signFrom(library: Library, given: z.output<typeof signGiven>, path: string): SignSeen {
  const sign = signOf(library, given.id, `${path}.id`);
  const seen: SignSeen = { id: given.id, zone: zoneOf(given.zone, `${path}.zone`) };
  for (const field of WORD_FIELDS) {
    const word = given[field];
    if (word === undefined) continue;
    const valid = sign.fields[field]?.words ?? [];
    if (valid.length > 0 && !valid.includes(word)) {
      throw new Refusal('unknown-word', `${path}.${field}`, { word, nearest: nearest(word, valid) ?? 'none', valid: valid.join(', ') });
    }
    seen[field] = word;
  }
  for (const field of QUANTITY_FIELDS) {
    const m = length(given[field], `${path}.${field}`);
    if (m !== undefined) seen[field] = m;
  }
  if (given.trend !== undefined) {
    const trend = TRENDS.find((word) => word === given.trend);
    if (!trend)
      throw new Refusal('unknown-word', `${path}.trend`, {
        word: given.trend,
        nearest: nearest(given.trend, TRENDS) ?? 'none',
        valid: TRENDS.join(', '),
      });
    seen.trend = trend;
  }
  if (given.angle) seen.angle = (radians(given.angle, `${path}.angle`) * 180) / Math.PI;
  for (const field of ['percent', 'cover', 'count'] as const) if (given[field] !== undefined) seen[field] = given[field];
  if (given.note !== undefined) seen.note = given.note;
  if (given.putBack !== undefined) seen.putBack = given.putBack;
  if (given.leftAside !== undefined) seen.leftAside = given.leftAside;
  return seen;
}

/** Checks a request against the library's words and turns it into metres and degrees. @throws Refusal */
export function toAssessInput(library: Library, request: z.output<typeof assessRequest>): AssessInput {
  const { height, crownBase, dbh } = request.measurements;
  return {
    taxon: taxonOf(library, request.taxon),
    name: request.taxon ?? null,
    date: request.date,
    latitude: request.latitude,
    lifeStage: request.lifeStage,
    profile: request.profile,
    looked: request.looked.map((word, i) => zoneOf(word, `looked[${i}]`)),
    height: length(height, 'measurements.height'),
    crownBase: length(crownBase, 'measurements.crownBase'),
    dbh: length(dbh, 'measurements.dbh'),
    signs: request.signs.map((given, i) => signFrom(library, given, `signs[${i}]`)),
    absent: request.absent.map((word, i) => signOf(library, word, `absent[${i}]`).id),
    sounding: request.sounding.map(({ zone, sound, height: at }, i) => {
      const m = length(at, `sounding[${i}].height`);
      return { zone: zoneOf(zone, `sounding[${i}].zone`), sound, ...(m === undefined ? {} : { height: m }) };
    }),
    beneath: request.beneath,
    works: request.works.map(({ kind, distance }, i) => ({ kind, distance: length(distance, `works[${i}].distance`) ?? 0 })),
    rootStandard: request.rootStandard,
    overrules: request.overrules,
    // Worded as it was measured, unless the request says otherwise.
    units: request.units ?? systemOf((height ?? dbh ?? crownBase)?.unit ?? 'm'),
    before: request.before.map((look, i) => ({
      date: look.date,
      looked: look.looked.map((word, j) => zoneOf(word, `before[${i}].looked[${j}]`)),
      signs: look.signs.map((given, j) => signFrom(library, given, `before[${i}].signs[${j}]`)),
      dbh: length(look.measurements.dbh, `before[${i}].measurements.dbh`),
      height: length(look.measurements.height, `before[${i}].measurements.height`),
      crownBase: length(look.measurements.crownBase, `before[${i}].measurements.crownBase`),
      breastHeight: length(look.measurements.breastHeight, `before[${i}].measurements.breastHeight`),
    })),
  };
}
