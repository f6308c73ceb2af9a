import { z } from 'zod';
import { type Build, SIGN_FIELDS, signField, STAGES, nearest, type Library, type SignField, type Taxon, type Zone } from '../knowledge';
import { checkSizes } from '../measuring/limits';
import { pathWords, Refusal } from '../problem/refusal';
import { beneath, EXPOSURES, look, overrule, SOUNDS, WORKS, type Look } from '../record/look';
import { PROFILES, ROOT_STANDARDS, type Profile, type RootStandard } from '../record/organisation';
import { ended, signSeen, type SignSeen } from '../record/sign';
import { keysByPlace } from '../record/upcast';
import { checkSign, signOf, taxonOf, zoneOf } from '../record/vocabulary';
import { addMonths } from '../time/dates';
import type { Latitude } from '../time/season';
import { systemOf, UNIT_SYSTEMS } from '../units/lengths';
import { wordsIn, type Speech } from '../words/catalogue';
import { quantity } from '../units/quantity';
import { metres, radians, type Quantity } from '../units/units';

/** What a judgement knows of the tree beside the look itself. */
export interface Setting extends Speech {
  taxon: Taxon | null;
  /** Accepted name or genus as far as it is known. */
  name: string | null;
  /** How it is built, where the name tells; a genus can tell as well as a species. */
  build?: Build;
  /** The name is the record's; this look did not check it. */
  nameUnchecked?: boolean;
  /** Of the tree, degrees, north positive; null where nobody knows it. */
  latitude: Latitude;
  rootStandard?: RootStandard;
  /** Earlier looks at this tree, in any order. */
  before?: readonly Look[];
}

/** One look in its setting: what a judgement is made from, checked, in metres and degrees. */
export interface AssessInput extends Look, Setting {
  profile: Profile;
}

/** A field of a sign as the command line takes it: lengths and angles with their unit. */
function givenField(field: SignField): z.ZodType {
  const { is } = signField(field);
  if (is === 'length' || is === 'angle') return quantity.optional();
  if (is === 'trend') return z.string().optional();
  return signSeen.shape[field];
}

const signGiven = z.strictObject({
  id: z.string(),
  zone: z.string(),
  key: z.string().min(1).max(60).optional(),
  again: z.string().min(1).max(60).nullable().optional(),
  ...(Object.fromEntries(SIGN_FIELDS.map((field) => [field, givenField(field)])) as Record<SignField, z.ZodType>),
  /** What ended it. */
  ended: ended.optional(),
  putBack: z.string().optional(),
  leftAside: z.string().optional(),
});

const drillingGiven = z.strictObject({
  zone: z.string(),
  height: quantity.optional(),
  bark: quantity.optional(),
  shell: quantity,
  plusMinus: quantity.optional(),
  diameter: quantity.optional(),
  decayMet: z.boolean(),
});

/** One look as the command line takes it; the day and its words are checked, lengths carry their unit. */
const lookGiven = z.strictObject({
  date: z.iso.date(),
  lifeStage: z.enum(STAGES).optional(),
  looked: z.array(z.string()).default([]),
  measurements: z
    .strictObject({
      height: quantity.optional(),
      crownBase: quantity.optional(),
      dbh: quantity.optional(),
      breastHeight: quantity.optional(),
      crownSpread: quantity.optional(),
      drillings: z.array(drillingGiven).max(24).optional(),
    })
    .default({}),
  signs: z.array(signGiven).default([]),
  absent: z.array(z.string()).default([]),
  sounding: z.array(z.strictObject({ zone: z.string(), sound: z.enum(SOUNDS), height: quantity.optional() })).default([]),
  beneath: z.array(beneath.extend({ distance: quantity.optional() })).default([]),
  exposure: z.enum(EXPOSURES).optional(),
  works: z
    .array(
      z.strictObject({
        kind: z.enum(WORKS),
        distance: quantity,
        begins: z.iso.date().optional(),
        ends: z.iso.date().optional(),
        calledOff: z.string().optional(),
      }),
    )
    .default([]),
  unseenSigns: z.array(z.string().min(1).max(60)).optional(),
  overrules: z.array(overrule).default([]),
  note: z.string().max(5000).default(''),
});
type LookGiven = z.output<typeof lookGiven>;

/** The request of `dendrix assess`. */
export const assessRequest = lookGiven.extend({
  taxon: z.string().nullish(),
  latitude: z.number().min(-90).max(90).nullish(),
  profile: z.enum(PROFILES).default('amenity'),
  rootStandard: z.enum(ROOT_STANDARDS).default('bs5837'),
  before: z.array(lookGiven).default([]),
  units: z.enum(UNIT_SYSTEMS).optional(),
});

function length(q: Quantity | undefined, path: string): number | undefined {
  if (q === undefined) return undefined;
  const m = metres(q, path);
  if (m < 0) throw new Refusal('out-of-range', `${path}.value`, { value: `${q.value}`, range: wordsIn().measuring.ranges.notNegative });
  return m;
}

function signFrom(library: Library, given: z.output<typeof signGiven>, path: string): Omit<SignSeen, 'key'> & { key?: string } {
  const values = Object.fromEntries(
    SIGN_FIELDS.flatMap((field): [string, unknown][] => {
      const value = (given as Record<SignField, unknown>)[field];
      if (value === undefined) return [];
      const { is } = signField(field);
      const at = `${path}.${field}`;
      if (is === 'length') return [[field, length(value as Quantity, at)]];
      if (is === 'angle') return [[field, (radians(value as Quantity, at) * 180) / Math.PI]];
      return [[field, value]];
    }),
  );
  const { id, zone, key, again, ended: end, putBack, leftAside } = given;
  const seen = {
    id: signOf(library, id, `${path}.id`).id,
    zone: zoneOf(zone, `${path}.zone`),
    ...(key === undefined ? {} : { key }),
    ...(again === undefined ? {} : { again }),
    ...values,
    ...(end === undefined ? {} : { ended: end }),
    ...(putBack === undefined ? {} : { putBack }),
    ...(leftAside === undefined ? {} : { leftAside }),
  } as Omit<SignSeen, 'key'> & { key?: string };
  checkSign(library, seen, path);
  return seen;
}

/** A look as given on the command line, in metres and degrees. @throws Refusal, naming the path */
function toLook(library: Library, given: LookGiven, path: string): Look {
  const at = (field: string) => (path === '' ? field : `${path}.${field}`);
  const { drillings, ...sizes } = given.measurements;
  const measured = Object.fromEntries(
    Object.entries(sizes).flatMap(([field, q]): [string, unknown][] => {
      const m = length(q, at(`measurements.${field}`));
      if (m === undefined) return [];
      return [[field, field === 'breastHeight' ? m : { m }]];
    }),
  );
  checkSizes(measured, (size) => at(`measurements.${size}`));
  const { data, error } = look.safeParse({
    day: given.date,
    ...(given.lifeStage === undefined ? {} : { lifeStage: given.lifeStage }),
    looked: [...new Set(given.looked.map((word, i): Zone => zoneOf(word, at(`looked[${i}]`))))],
    measurements: {
      ...measured,
      ...(drillings === undefined
        ? {}
        : {
            drillings: drillings.map(({ zone, height, bark, shell, plusMinus, diameter, decayMet }, i) => {
              const of = (q: Quantity | undefined, name: string) => length(q, at(`measurements.drillings[${i}].${name}`));
              return {
                zone: zoneOf(zone, at(`measurements.drillings[${i}].zone`)),
                height: of(height, 'height') ?? 1,
                bark: of(bark, 'bark') ?? 0,
                shell: of(shell, 'shell'),
                plusMinus: of(plusMinus, 'plusMinus') ?? 0,
                ...(diameter === undefined ? {} : { diameter: of(diameter, 'diameter') }),
                decayMet,
                from: 'typed',
              };
            }),
          }),
    },
    signs: keysByPlace(given.signs.map((sign, i) => signFrom(library, sign, at(`signs[${i}]`)))),
    absent: given.absent.map((word, i) => signOf(library, word, at(`absent[${i}]`)).id),
    sounding: given.sounding.map(({ zone, sound, height }, i) => {
      const m = length(height, at(`sounding[${i}].height`));
      return { zone: zoneOf(zone, at(`sounding[${i}].zone`)), sound, ...(m === undefined ? {} : { height: m }) };
    }),
    beneath: given.beneath.map(({ distance, ...one }, i) => {
      const m = length(distance, at(`beneath[${i}].distance`));
      return { ...one, ...(m === undefined ? {} : { distance: m }) };
    }),
    ...(given.exposure === undefined ? {} : { exposure: given.exposure }),
    works: given.works.map((one, i) => ({ ...one, distance: length(one.distance, at(`works[${i}].distance`)) ?? 0 })),
    ...(given.unseenSigns === undefined ? {} : { unseenSigns: given.unseenSigns }),
    overrules: given.overrules,
    note: given.note,
  });
  if (data) return data;
  const [issue] = error.issues;
  throw new Refusal('wrong-shape', at(pathWords(issue?.path ?? [])), { detail: issue?.message ?? '' });
}

/** A look may be tried for a day ahead, to see what it would say then; not for another century. */
const LONGEST_AHEAD = 12;

/**
 * Checks a request against the library's words and turns it into metres and degrees.
 * @param today ISO date, where it is known: a look of more than a year ahead is refused
 * @throws Refusal
 */
export function toAssessInput(library: Library, request: z.output<typeof assessRequest>, today?: string): AssessInput {
  [request, ...request.before].forEach(({ date }, i) => {
    if (today !== undefined && date > addMonths(today, LONGEST_AHEAD))
      throw new Refusal('future-day', i === 0 ? 'date' : `before[${i - 1}].date`, { value: date, today });
  });
  const known = request.before.flatMap((earlier, i) => toLook(library, earlier, `before[${i}]`).signs.map(({ key }) => key));
  request.unseenSigns?.forEach((key, i) => {
    if (!known.includes(key)) throw new Refusal('unknown-key', `unseenSigns[${i}]`, { word: key, nearest: nearest(key, known) ?? 'none' });
  });
  const { taxon, latitude, profile, rootStandard, before, units, ...given } = request;
  const { height, dbh, crownBase } = given.measurements;
  return {
    ...toLook(library, given, ''),
    taxon: taxonOf(library, taxon),
    name: taxon ?? null,
    latitude: latitude ?? null,
    profile,
    rootStandard,
    // Worded as it was measured, unless the request says otherwise.
    units: units ?? systemOf((height ?? dbh ?? crownBase)?.unit ?? 'm'),
    before: before.map((earlier, i) => toLook(library, earlier, `before[${i}]`)),
  };
}
