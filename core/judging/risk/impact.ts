import { signNamed, STEM_SIDES, type Library } from '../../knowledge';
import { IMPACTS } from '../../record/judgement';
import { occupancyOf, type Beneath } from '../../record/look';
import type { SignSeen } from '../../record/sign';
import type { AssessInput } from '../request';
import type { Impact } from './matrices';
import type { FailingPart } from './parts';

/** Likelihood of impact from how often something is beneath. Common practice, no source: the assessor reads it off the place. */
const BY_OCCUPANCY: Record<Beneath['howOften'], Impact> = { constant: 'high', frequent: 'medium', occasional: 'low', rare: 'very low' };
/** A limb that falls bounces and rolls so far beyond the crown, m. Common practice, no source. */
const ROLLS = 2;

/** How far a part can come down from the stem, m; null where nobody measured what it hangs on. */
function reachOf(part: FailingPart['part'], { height, crownSpread }: AssessInput['measurements']): number | null {
  if (part === 'whole tree or stem' || crownSpread === undefined) return height?.m ?? null;
  return crownSpread.m / 2 + ROLLS;
}

/** Whether a part cannot come down so far out; a distance or a height that nobody measured leaves it in reach. */
function outOfReach(part: FailingPart['part'], { distance }: Beneath, measurements: AssessInput['measurements']): boolean {
  const reach = reachOf(part, measurements);
  return distance !== undefined && reach !== null && distance > reach;
}

/** Sides of the compass between two stem sides, 0 to 4; 0 where one of them is no side, such as the collar. */
function apart(a: string, b: string): number {
  const sides: readonly string[] = STEM_SIDES;
  const [from, to] = [sides.indexOf(a), sides.indexOf(b)];
  if (from < 0 || to < 0) return 0;
  const steps = Math.abs(from - to);
  return Math.min(steps, sides.length - steps);
}

/** Behind a leaning tree is so many sides of the compass away from where it leans. */
const BEHIND = 3;

/** Whether the tree leans away from what is beneath. */
const leansAway = (library: Library, { direction }: Beneath, signs: readonly SignSeen[]): boolean => {
  const leans = signs.filter((seen) => seen.trend !== 'gone' && signNamed(library, seen.id)?.leans);
  return direction !== undefined && leans.length > 0 && leans.every((lean) => apart(lean.zone, `stem-${direction}`) >= BEHIND);
};

const oneLess = (impact: Impact): Impact => IMPACTS[Math.max(0, IMPACTS.indexOf(impact) - 1)] ?? impact;

/** What speaks for a lower likelihood of impact, and the likelihood. */
export interface Reached {
  impact: Impact;
  outOfReach: boolean;
  sheltered: boolean;
  leansAway: boolean;
}

/**
 * Likelihood that a part hits what is beneath: how often it is there, whether it is in reach, what shelters it from a limb, and
 * whether the tree leans the other way.
 */
export function reached(
  library: Library,
  part: FailingPart['part'],
  beneath: Beneath,
  input: AssessInput,
  signs: readonly SignSeen[],
): Reached {
  const whole = part === 'whole tree or stem';
  const far = outOfReach(part, beneath, input.measurements);
  const sheltered = !whole && beneath.sheltered === true;
  const away = whole && leansAway(library, beneath, signs);
  const base = BY_OCCUPANCY[occupancyOf(beneath)];
  const impact = far ? 'very low' : sheltered || away ? oneLess(base) : base;
  return { impact, outOfReach: far, sheltered, leansAway: away };
}
