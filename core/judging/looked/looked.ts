import { CROWN_ZONES, signLabel, STEM_SIDES, ZONES, type Library, type Zone } from '../../knowledge';
import { inLeaf } from '../../time/season';
import { hiddenZones, seenZones } from '../../history/reached';
import type { SignSeen } from '../../record/sign';
import type { AssessInput } from '../request';
import { wordsIn } from '../../words/catalogue';
import { hasBranches } from './against';

export interface LookedAt {
  /** Share of the zones looked at, whole percent. */
  percent: number;
  unseen: Zone[];
  /** What cannot be said because of it, in sentences. */
  cannotSay: string[];
  seen: ReadonlySet<Zone>;
  /** The parts that bear the tree, and of them those nobody saw. */
  bearing: { all: readonly Zone[]; unseen: readonly Zone[] };
}

/** The parts that bear a tree, all of which "no weakness seen" needs; a palm has neither forks nor branches. */
export const bearingParts = (input: Pick<AssessInput, 'taxon' | 'build'>): readonly Zone[] => [
  ...STEM_SIDES,
  'collar',
  'roots',
  ...(hasBranches(input) ? (['unions', 'branches'] as const) : []),
];

/**
 * How much of the tree was looked at. A sign seen in a zone means the zone was looked at; a hollow heard there does not.
 * @param carried signs of earlier looks that still stand
 */
export function lookedAt(
  library: Pick<Library, 'signs'>,
  input: Pick<AssessInput, 'looked' | 'signs' | 'taxon' | 'build' | 'day' | 'latitude' | 'language'>,
  carried: readonly SignSeen[] = [],
): LookedAt {
  const seen = seenZones(library, input);
  // A sign marked at a side is no look at all of it while another that is known there has no answer.
  for (const { zone } of carried) if (!input.looked.includes(zone)) seen.delete(zone);
  // What was covered before is still covered, until it is laid bare.
  const hidden = [...hiddenZones(library, input), ...hiddenZones(library, { signs: [...carried] })];
  for (const { zone } of hidden) seen.delete(zone);
  const unseen = ZONES.filter((zone) => !seen.has(zone));
  const missing = (zones: readonly Zone[]) => zones.filter((zone) => !seen.has(zone));
  const cannotSay: string[] = [];

  const say = wordsIn(input).looked;
  const crown = missing(CROWN_ZONES);
  if (crown.length === CROWN_ZONES.length) cannotSay.push(say.noCrown);
  else if (crown.length > 0) cannotSay.push(say.crownInPart(crown));
  const sides = missing(STEM_SIDES);
  if (sides.length === STEM_SIDES.length) cannotSay.push(say.noStem);
  else if (sides.length > 0) cannotSay.push(say.stemInPart(sides));
  if (!seen.has('collar')) cannotSay.push(say.noCollar);
  if (hasBranches(input) && !seen.has('unions')) cannotSay.push(say.noForks);
  if (!seen.has('branches')) cannotSay.push(say.noBranches);
  if (!seen.has('roots') || !seen.has('soil')) cannotSay.push(say.noGround);
  if (!inLeaf(input.taxon, input.day, input.latitude)) cannotSay.push(say.outOfLeaf);
  else if (!seen.has('foliage')) cannotSay.push(say.noFoliage);

  for (const { zone, by } of hidden) cannotSay.push(say.hidden(zone, signLabel(library, by)));

  const all = bearingParts(input);
  return {
    percent: Math.round((100 * seen.size) / ZONES.length),
    unseen,
    cannotSay: [...new Set(cannotSay)],
    seen,
    bearing: { all, unseen: missing(all) },
  };
}
