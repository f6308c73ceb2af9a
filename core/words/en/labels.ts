import type { simulatedIn } from '../../record/measurement';
import { SIGN_FIELDS, signField, type Line, type SignField } from '../../knowledge';
import type { Beneath, Overrule, Works } from '../../record/look';
import type { Profile, RootStandard } from '../../record/organisation';
import type { SignSeen } from '../../record/sign';
import { lengthInWords, treeWords, type UnitSystem } from '../../units/lengths';

/** The value of one field of a sign, with its unit. */
function valueWords(field: SignField, value: string | number, units: UnitSystem): string {
  const { is, sized } = signField(field);
  if (typeof value === 'string') return is === 'word' ? value.replaceAll('-', ' ') : value;
  if (is === 'length') return sized === 'tree' ? treeWords(value, units) : lengthInWords(value, units);
  if (is === 'share') return `${value}%`;
  return is === 'angle' ? `${value.toFixed(0)}°` : String(value);
}

/** The recorded fields of a sign in words: "at 1.4 m, 14 cm open, larger". */
export function signWords(sign: Partial<SignSeen>, units: UnitSystem = 'metric'): string {
  return SIGN_FIELDS.flatMap((field) => {
    const value = sign[field];
    return value === undefined || value === '' ? [] : [signField(field).say.replace('{}', () => valueWords(field, value, units))];
  }).join(', ');
}

/** What can be beneath a tree, as people say it. */
export const TARGET_WORDS: Record<Beneath['what'], string> = {
  'people-staying': 'people staying: bench, bus stop, playground',
  'people-passing': 'people passing: footway or path',
  road: 'a road',
  building: 'a building',
  'parked-cars': 'parked cars',
  wires: 'overhead lines',
  'path-or-lawn': 'lawn or beds',
  nothing: 'no target',
};

export const OCCUPANCY_WORDS: Record<Beneath['howOften'], string> = {
  constant: 'constant occupancy',
  frequent: 'frequent occupancy',
  occasional: 'occasional occupancy',
  rare: 'rare occupancy',
};

/** Practice profiles, as they are offered. */
export const PROFILE_WORDS: Record<Profile, string> = {
  amenity: 'Amenity and safety',
  stewardship: 'Woodland stewardship',
  habitat: 'Habitat first',
};

export const WORKS_WORDS: Record<Works['kind'], string> = {
  trench: 'a trench',
  building: 'a building or wall',
  paving: 'paving',
  'soil-raised': 'ground level raised',
  'soil-lowered': 'ground level lowered',
  'storage-or-traffic': 'storage or site traffic',
};

/** What a reading is of. */
export const READING_WORDS: Record<ReturnType<typeof simulatedIn>[number], string> = {
  dbh: 'diameter',
  height: 'height',
  crownBase: 'crown base',
  crownSpread: 'crown spread',
  position: 'position',
  drillings: 'drilling',
};

/** The scales in the middle of a sentence. */
export const SCALE_WORDS = { vigour: 'vigour', soundness: 'structure', hiddenDecay: 'hidden decay' } as const;

/** What a person can overrule, in the middle of a sentence. */
export const OVERRULED_WORDS: Record<Overrule['what'], string> = {
  ...SCALE_WORDS,
  outlook: 'outlook',
  cause: 'cause',
  failure: 'likelihood of failure',
  comeBack: 'date',
  option: 'first option',
};

/** Standards of the root zone, as they are offered. */
export const ROOT_STANDARD_WORDS: Record<RootStandard, string> = {
  bs5837: 'BS 5837: 12 diameters, at most 15 m',
  as4970: 'AS 4970: 12 diameters, 2 to 15 m',
  'feet-per-inch': 'a foot for each inch of diameter',
};

/** The lines of evidence in the middle of a sentence. */
export const LINE_WORDS: Record<Line, string> = {
  form: 'form',
  bark: 'bark',
  twig: 'twig',
  leaf: 'leaf',
  'flower-fruit': 'flower and fruit',
  site: 'site',
};
