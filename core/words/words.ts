import type { simulatedIn } from '../record/measurement';
import { SIGN_FIELDS, signField, type Library, type SignField } from '../knowledge';
import type { Beneath, Works } from '../record/look';
import type { Profile } from '../record/organisation';
import type { SignSeen } from '../record/sign';
import { lengthInWords, treeWords, type UnitSystem } from '../units/lengths';

/** The value of one field of a sign, with its unit. */
function valueWords(field: SignField, value: string | number, units: UnitSystem): string {
  const { is, sized } = signField(field);
  if (typeof value === 'string') return is === 'word' ? value.replaceAll('-', ' ') : value;
  if (is === 'length') return sized === 'tree' ? treeWords(value, units) : lengthInWords(value, units);
  if (is === 'share') return `${value} %`;
  return is === 'angle' ? `${value.toFixed(0)}°` : String(value);
}

/** The recorded fields of a sign in words: "at 1.4 m, 14 cm open, larger". */
export function signWords(sign: Partial<SignSeen>, units: UnitSystem = 'metric'): string {
  return SIGN_FIELDS.flatMap((field) => {
    const value = sign[field];
    return value === undefined || value === '' ? [] : [signField(field).say.replace('{}', () => valueWords(field, value, units))];
  }).join(', ');
}

/** Label of a sign of the library; its id when it is not held. */
export const signLabel = (library: Pick<Library, 'signs'>, id: string): string => library.signs.find((sign) => sign.id === id)?.label ?? id;

/** What can be beneath a tree, as people say it. */
export const TARGET_WORDS: Record<Beneath['what'], string> = {
  'people-staying': 'people who stay: a bench, a stop, a playground',
  'people-passing': 'people who pass: a footway or path',
  road: 'a road',
  building: 'a building',
  'parked-cars': 'parked cars',
  wires: 'wires',
  'path-or-lawn': 'lawn or beds',
  nothing: 'nothing that can be harmed',
};

export const OCCUPANCY_WORDS: Record<Beneath['howOften'], string> = {
  constant: 'nearly always there',
  frequent: 'there for a large part of the day',
  occasional: 'there now and then',
  rare: 'seldom there',
};

/** Practice profiles, as they are offered. */
export const PROFILE_WORDS: Record<Profile, string> = {
  amenity: 'Amenity and safety',
  stewardship: 'Stewardship of the stand',
  habitat: 'Habitat first',
};

export const WORKS_WORDS: Record<Works['kind'], string> = {
  trench: 'a trench',
  building: 'a building or wall',
  paving: 'paving',
  'soil-raised': 'soil raised',
  'soil-lowered': 'soil lowered',
  'storage-or-traffic': 'storage or site traffic',
};

/** What a reading is of. */
export const READING_WORDS: Record<ReturnType<typeof simulatedIn>[number], string> = {
  dbh: 'diameter',
  height: 'height',
  crownBase: 'crown base',
  crownSpread: 'crown spread',
  position: 'place',
  drillings: 'drilling',
};
