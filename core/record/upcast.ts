import { dayAt } from '../time/day';
import { isTimeZone } from './ids';
import { judgement } from './judgement';

// A phone may keep a visit for weeks while the server moves on. Each step here lifts a submission by one version; a new version
// adds a step and never changes an old one.

/** The version that this code writes. */
export const SCHEMA = 2;

type Loose = Record<string, unknown>;
const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Keys for signs of a time when one of a kind was kept for each side: kind and side were its name. */
export function keysByPlace<S extends { id?: unknown; zone?: unknown; key?: unknown }>(signs: readonly S[]): (S & { key: string })[] {
  const taken = new Map<string, number>();
  return signs.map((sign) => {
    if (typeof sign.key === 'string') return { ...sign, key: sign.key };
    const place = `${String(sign.id)}@${String(sign.zone)}`;
    const nth = (taken.get(place) ?? 0) + 1;
    taken.set(place, nth);
    return { ...sign, key: nth === 1 ? place : `${place}#${nth}` };
  });
}

/** "simulated drill" became a drill whose reading is marked. */
function markSimulated(reading: unknown): unknown {
  if (!isLoose(reading) || typeof reading.from !== 'string' || !reading.from.startsWith('simulated ')) return reading;
  return { ...reading, from: reading.from.slice('simulated '.length), simulated: true };
}

/** From version 1, which had no number: no day, no keys, the judgement of any shape, the date to come back beside it. */
function from1(old: Loose): Loose {
  const { record, comeBack: _comeBack, judgement: said, ...rest } = old;
  if (!isLoose(record)) return old;
  const { finishedAt, timeZone } = rest;
  const zone = typeof timeZone === 'string' && isTimeZone(timeZone) ? timeZone : 'UTC';
  const moment = typeof finishedAt === 'string' && !Number.isNaN(Date.parse(finishedAt)) ? finishedAt : null;
  const measurements = isLoose(record.measurements) ? record.measurements : {};
  const { drillings, position } = measurements;
  const understood = judgement.safeParse(said);
  return {
    ...rest,
    schema: 2,
    look: {
      ...record,
      ...(moment === null ? {} : { day: dayAt(moment, zone) }),
      signs: Array.isArray(record.signs) ? keysByPlace(record.signs.map((sign: unknown) => (isLoose(sign) ? sign : {}))) : record.signs,
      measurements: {
        ...measurements,
        ...(Array.isArray(drillings) ? { drillings: drillings.map(markSimulated) } : {}),
        ...(position === undefined ? {} : { position: markSimulated(position) }),
      },
    },
    judgement: understood.success ? understood.data : null,
  };
}

/** Lifts a visit of any known version to this one. What is no visit at all is given back as it is, for the schema to refuse. */
export function upcastVisit(given: unknown): unknown {
  if (!isLoose(given)) return given;
  return given.schema === undefined && 'record' in given ? from1(given) : given;
}
