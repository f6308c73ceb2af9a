import type { Library, Sign, Zone } from '../knowledge';
import type { Look } from '../record/look';
import { meets, NOTHING_ELSE } from '../record/reading';
import { saidGone } from '../record/sign';

type Signs = Pick<Library, 'signs'>;
/** The parts of a look that say where somebody looked, listened or probed. */
export type Reaching = Pick<Look, 'looked' | 'signs' | 'sounding' | 'absent'>;

/** The sign that only the mallet finds. */
export const hollowSign = (library: Signs): string | undefined => library.signs.find((sign) => sign.found === 'sound')?.id;

const waysOf = (library: Signs) => new Map(library.signs.map((sign) => [sign.id, sign.found]));

/** A part that a sign covers, and which sign. */
export interface Hidden {
  zone: Zone;
  by: string;
}

/** The zones that signs of a look cover, though somebody looked there: a climber, shoots at the foot, soil over the flare. */
export const hiddenZones = (library: Signs, look: Pick<Look, 'signs'>): Hidden[] =>
  look.signs.flatMap((seen) => {
    const sign = library.signs.find((s) => s.id === seen.id);
    if (!sign || saidGone(seen)) return [];
    return (
      sign.hides
        .filter(({ when }) => meets(sign, seen, when, NOTHING_ELSE))
        // A climber on the branches hides those; soil over the flare hides the collar wherever it was noted.
        .flatMap(({ zones }) => (zones.includes(seen.zone) ? [seen.zone] : zones))
        .map((zone): Hidden => ({ zone, by: seen.id }))
    );
  });

/**
 * The zones a look reached with the eye: those said to be looked at, and those where a sign was seen, less those that a sign
 * covers. A side that was only sounded was heard, not seen.
 */
export function seenZones(library: Signs, look: Pick<Look, 'looked' | 'signs'>): Set<Zone> {
  const ways = waysOf(library);
  const seen = new Set([...look.looked, ...look.signs.filter((sign) => ways.get(sign.id) !== 'sound').map((sign) => sign.zone)]);
  for (const { zone } of hiddenZones(library, look)) seen.delete(zone);
  return seen;
}

/** The zones that were sounded: those with a ring, and those where a hollow was marked. */
export function heardZones(library: Signs, look: Pick<Look, 'sounding' | 'signs'>): Set<Zone> {
  const ways = waysOf(library);
  return new Set([
    ...look.sounding.map((s) => s.zone),
    ...look.signs.filter((sign) => ways.get(sign.id) === 'sound').map((sign) => sign.zone),
  ]);
}

/**
 * Whether a look could have found a sign at a zone by what it takes to find it: the eye does not hear a hollow, and nobody sees
 * soft wood without a probe. Looking for a sign by name counts as having had the means.
 */
export function couldFind(library: Signs, look: Reaching, sign: Pick<Sign, 'id' | 'found'>, zone: Zone): boolean {
  if (look.absent.includes(sign.id)) return true;
  const marked = () => look.signs.some((seen) => seen.zone === zone && library.signs.find((s) => s.id === seen.id)?.found === sign.found);
  switch (sign.found) {
    case 'look':
    case 'close':
      return seenZones(library, look).has(zone);
    case 'sound':
      return heardZones(library, look).has(zone);
    case 'probe':
    case 'dig':
      return marked();
  }
}
