import { signNamed, type Library } from '../../knowledge';
import { IMPACTS, type Judged } from '../../record/judgement';
import { canBeHarmed, occupancyOf, type Beneath } from '../../record/look';
import { saidGone, type SignSeen } from '../../record/sign';
import type { AssessInput } from '../request';
import type { Impact } from './matrices';
import type { FailingPart } from './parts';
import { sidesApart } from '../scales/rules';

/** Likelihood of impact from how often something is beneath. Common practice, no source: the assessor reads it off the place. */
const BY_OCCUPANCY: Record<Beneath['howOften'], Impact> = { constant: 'high', frequent: 'medium', occasional: 'low', rare: 'very low' };
/** A limb that falls bounces and rolls so far beyond the crown, m. Common practice, no source. */
const ROLLS = 2;

/** The top of a dead or decayed tree breaks up and flies, the ground falls away, the next tree is pushed. Common practice, no source. */
const SHATTERS = 1.5;
/** A height is read to within so much, where nobody wrote down its error. Common practice, no source. */
const HEIGHT_ERROR = 0.1;

/** How far a part can come down from the stem, m; null where nobody measured what it hangs on. */
function reachOf(part: FailingPart['part'], { height, crownSpread }: AssessInput['measurements'], shatters: boolean): number | null {
  const tall = height ? height.m + (height.plusMinus ?? HEIGHT_ERROR * height.m) : null;
  const whole = tall === null ? null : tall * (shatters ? SHATTERS : 1);
  if (part === 'whole tree or stem' || crownSpread === undefined) return whole;
  return (crownSpread.m / 2) * SHATTERS + ROLLS;
}

/** Whether a part does not come down so far out; a distance or a height that nobody measured leaves it in reach. */
function outOfReach(
  part: FailingPart['part'],
  { distance }: Beneath,
  measurements: AssessInput['measurements'],
  shatters: boolean,
): boolean {
  const reach = reachOf(part, measurements, shatters);
  return distance !== undefined && reach !== null && distance > reach;
}

/** Whether a tree in this state breaks up as it falls: it is dead, or its wood is not sound. */
export const breaksUp = (bands: { vigour: Judged; hiddenDecay: Judged }): boolean =>
  bands.vigour.band === 'dead' || bands.hiddenDecay.band === 'possible' || bands.hiddenDecay.band === 'likely';

/** Whether something that can come to harm is below more than seldom, in reach of the whole tree, as far as anybody said. */
export const harmInReach = ({ beneath, measurements }: Pick<AssessInput, 'beneath' | 'measurements'>, shatters: boolean): boolean =>
  beneath.some((one) => canBeHarmed(one) && occupancyOf(one) !== 'rare' && !outOfReach('whole tree or stem', one, measurements, shatters));

/** Behind a leaning tree is so many sides of the compass away from where it leans. */
const BEHIND = 3;

/** Whether the tree leans away from what is beneath. */
const leansAway = (library: Library, { direction }: Beneath, signs: readonly SignSeen[]): boolean => {
  const leans = signs.filter((seen) => !saidGone(seen) && signNamed(library, seen.id)?.leans);
  return direction !== undefined && leans.length > 0 && leans.every((lean) => (sidesApart(lean.zone, `stem-${direction}`) ?? 0) >= BEHIND);
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
  shatters: boolean,
): Reached {
  const whole = part === 'whole tree or stem';
  const far = outOfReach(part, beneath, input.measurements, shatters);
  const sheltered = !whole && beneath.sheltered === true;
  const away = whole && leansAway(library, beneath, signs);
  const base = BY_OCCUPANCY[occupancyOf(beneath)];
  const impact = far ? 'very low' : sheltered || away ? oneLess(base) : base;
  return { impact, outOfReach: far, sheltered, leansAway: away };
}
