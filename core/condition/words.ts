import type { Beneath, Profile, SignSeen, Works } from '../contracts/record';
import type { Library } from '../knowledge';
import { lengthInWords, treeWords, type UnitSystem } from '../measure/words';

/** The recorded fields of a sign in words: "at 1.4 m, 14 cm open, larger". */
export function signWords(sign: SignSeen, units: UnitSystem = 'metric'): string {
  const parts = [
    sign.kind?.replaceAll('-', ' '),
    sign.size,
    sign.height !== undefined ? `at ${treeWords(sign.height, units)}` : undefined,
    sign.opening !== undefined ? `${lengthInWords(sign.opening, units)} open` : undefined,
    sign.width !== undefined ? `${lengthInWords(sign.width, units)} wide` : undefined,
    sign.length !== undefined ? `${lengthInWords(sign.length, units)} long` : undefined,
    sign.depth !== undefined ? `${lengthInWords(sign.depth, units)} deep` : undefined,
    sign.percent !== undefined ? `${sign.percent} %` : undefined,
    sign.cover !== undefined ? `${sign.cover} % of the bark` : undefined,
    sign.count !== undefined ? `${sign.count} of them` : undefined,
    sign.angle !== undefined ? `${sign.angle.toFixed(0)}°` : undefined,
    sign.where?.replaceAll('-', ' '),
    sign.part,
    sign.trend,
    sign.note,
  ].filter((part): part is string => part !== undefined && part !== '');
  return parts.join(', ');
}

/** "a, b and c" */
export const listed = (words: readonly string[], last: 'and' | 'or' = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;

/** First letter large. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

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
