import { wordsIn, type Speech } from '../words/catalogue';

/** One-sigma errors taken when none are given: a tape or laser reads to 1 % or 0.1 m, a hand clinometer to half a degree. Common practice, no source. */
export const DISTANCE_ERROR = { share: 0.01, least: 0.1 } as const;
export const ANGLE_ERROR = (0.5 * Math.PI) / 180;

/** Nearer than the tree is high, so that its top angle is steep; so near that a limb in front may hide the top. */
export type StandFault = 'too-close' | 'near-limb';

export interface HeightReading {
  /** m */
  height: number;
  /** One standard deviation, m, by first-order propagation of the distance and angle errors. */
  plusMinus: number;
  warnings: string[];
  /** What is wrong with where the observer stands. */
  stands: readonly StandFault[];
}

const distanceError = (distance: number) => Math.max(DISTANCE_ERROR.least, DISTANCE_ERROR.share * Math.abs(distance));

/** Top angle from which a near limb may pass for the top, radians. Common practice, no source. */
const STEEP = Math.PI / 4;

/** A reading with what is wrong with where it was taken from. @param distance level, m; @param top angle, radians */
function readFrom(
  distance: number,
  top: number,
  { height, plusMinus }: { height: number; plusMinus: number },
  speech: Speech,
): HeightReading {
  const say = wordsIn(speech).measuring;
  const stands: StandFault[] = [...(distance < height ? (['too-close'] as const) : []), ...(top > STEEP ? (['near-limb'] as const) : [])];
  return {
    height,
    plusMinus,
    stands,
    warnings: stands.map((fault) => (fault === 'too-close' ? say.tooClose(distance, height) : say.nearLimb)),
  };
}

export const LEANS = ['toward', 'away', 'across'] as const;

/** How a stem leans, as the observer sees it. */
export interface Lean {
  /** From the vertical, radians. */
  angle: number;
  to: (typeof LEANS)[number];
}

/** Lean from which a height reading suffers, radians: at 5° the top stands off by a twelfth of the height. */
const LEAN_COUNTS = (5 * Math.PI) / 180;

/**
 * Height of a leaning tree by the tangent method. The top stands off the foot by H tan θ, toward the observer or away, so that
 * the top angle was not sighted at distance D: H = D (tan α − tan β) / (1 ± tan θ tan α), plus for toward.
 * Source: derived from the tangent method; across the line of sight it needs no correction.
 */
export function heightLeaning(distance: number, top: number, base: number, lean: Lean, speech: Speech = {}): HeightReading {
  const plain = heightTangent(distance, top, base, speech);
  if (lean.angle < LEAN_COUNTS || lean.to === 'across') return plain;
  const turn = Math.tan(lean.angle) * Math.tan(top);
  const factor = lean.to === 'toward' ? 1 / (1 + turn) : 1 / (1 - turn);
  return {
    height: plain.height * factor,
    plusMinus: plain.plusMinus * Math.abs(factor),
    warnings: [...plain.warnings, wordsIn(speech).measuring.leans(lean.to)],
    stands: plain.stands,
  };
}

/**
 * Height from a level distance and two angles: H = D (tan α − tan β), angles above the level positive.
 * Source: forest mensuration handbooks (tangent method); error by first-order propagation:
 * σ² = (tan α − tan β)² σ_D² + (D / cos² α)² σ_α² + (D / cos² β)² σ_β².
 * @param distance level distance to the stem, m
 * @param top angle to the top, radians
 * @param base angle to the base, radians
 * @param speech in which a warning is worded
 */
export function heightTangent(distance: number, top: number, base: number, speech: Speech = {}): HeightReading {
  const span = Math.tan(top) - Math.tan(base);
  const height = distance * span;
  const plusMinus = Math.hypot(
    span * distanceError(distance),
    (distance / Math.cos(top) ** 2) * ANGLE_ERROR,
    (distance / Math.cos(base) ** 2) * ANGLE_ERROR,
  );
  return readFrom(distance, top, { height, plusMinus }, speech);
}

/**
 * Height from slope distances: H = L₁ sin α − L₂ sin β. Better where the crown is wide, since each point has its own distance.
 * Source: forest mensuration handbooks (sine method); error by first-order propagation.
 * @param top slope distance (m) and angle (radians) to the top
 * @param base slope distance (m) and angle (radians) to the base
 */
export function heightSine(
  top: { distance: number; angle: number },
  base: { distance: number; angle: number },
  speech: Speech = {},
): HeightReading {
  const height = top.distance * Math.sin(top.angle) - base.distance * Math.sin(base.angle);
  const plusMinus = Math.hypot(
    Math.sin(top.angle) * distanceError(top.distance),
    top.distance * Math.cos(top.angle) * ANGLE_ERROR,
    Math.sin(base.angle) * distanceError(base.distance),
    base.distance * Math.cos(base.angle) * ANGLE_ERROR,
  );
  return readFrom(top.distance * Math.cos(top.angle), top.angle, { height, plusMinus }, speech);
}

/** One-sigma error of matching a stick by eye, m on the stick. Common practice, no source. */
const STICK_ERROR = 0.005;

/**
 * Height by a stick held upright at arm's length, its ends matched to base and top: H = D · stick / arm (similar triangles).
 * @param distance m
 * @param stick length of stick that covers the tree, m
 * @param arm from eye to stick, m
 * @param eyeHeight added when the stick's foot is matched to eye level instead of the base, m
 */
export function heightStick(distance: number, stick: number, arm: number, eyeHeight = 0, speech: Speech = {}): HeightReading {
  const covered = (distance * stick) / arm;
  const height = covered + eyeHeight;
  const plusMinus = Math.hypot((stick / arm) * distanceError(distance), (distance / arm) * STICK_ERROR, (covered / arm) * STICK_ERROR);
  return readFrom(distance, Math.atan2(covered, distance), { height, plusMinus }, speech);
}
