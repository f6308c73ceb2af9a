import { median } from '../maths/readings';

/** Drilling resistance by depth, as a resistance drill records it. */
export interface DrillProfile {
  /** Distance between two values, m. */
  step: number;
  /** Resistance at each step from the bark in, percent of the device's full scale. */
  resistance: number[];
}

/** What a profile says. */
export interface DrillReading {
  /** Depth at which wood begins, m. */
  bark: number;
  /** Thickness of sound wood under the bark, m; the whole drilled wood when no decay was met. */
  shell: number;
  /** One standard deviation, m: how gradual the step from sound to soft is. */
  plusMinus: number;
  /** Whether soft wood or a hollow was met at all. */
  decayMet: boolean;
  /** Stretches of soft wood or hollow, m from the bark surface. */
  soft: { from: number; to: number }[];
  /** Resistance of the sound wood, percent. */
  sound: number;
}

/** Rings make the resistance swing; a running median over so much wood takes them out, m. */
const WINDOW = 0.008;
/** Share of the sound level under which wood counts as soft, and the two levels between which the edge is judged. Common practice, no source. */
const SOFT = 0.45;
const EDGE = { above: 0.7, below: 0.25 } as const;
/** Shorter dips are cracks, resin pockets or early wood, m. */
const SHORTEST = 0.012;
/** Bark gives so little resistance, as a share of the sound level. */
const BARK = 0.3;
/** The sound level is that of the highest part of the profile: decay cannot raise it, and a thin shell is little of the whole line. */
const SOUND_QUANTILE = 0.96;

const quantile = (values: readonly number[], q: number) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(q * sorted.length))] ?? 0;
};

/**
 * Reads the sound shell off a resistance profile: the depth at which the running median falls under 45 % of the sound level
 * and stays there for 12 mm. It reads one line through the stem: what lies beside the line is not known.
 * @throws RangeError for a profile too short to read
 */
export function readProfile({ step, resistance }: DrillProfile): DrillReading {
  const half = Math.max(1, Math.round(WINDOW / step / 2));
  if (resistance.length < 6 * half) throw new RangeError('the profile is too short to read');
  const smooth = resistance.map((_v, i) => median(resistance.slice(Math.max(0, i - half), i + half + 1)));
  const sound = quantile(smooth, SOUND_QUANTILE);
  const entry = Math.max(
    0,
    smooth.findIndex((v) => v > BARK * sound),
  );
  const soft: { from: number; to: number }[] = [];
  for (let i = entry; i < smooth.length; i++) {
    if ((smooth[i] as number) >= SOFT * sound) continue;
    const start = i;
    while (i < smooth.length && (smooth[i] as number) < SOFT * sound) i++;
    if ((i - start) * step >= SHORTEST) soft.push({ from: start * step, to: i * step });
  }
  const first = soft[0];
  const bark = entry * step;
  if (!first) return { bark, shell: smooth.length * step - bark, plusMinus: step, decayMet: false, soft, sound };
  const start = Math.round(first.from / step);
  let above = start;
  while (above > entry && (smooth[above] as number) < EDGE.above * sound) above--;
  let below = start;
  while (below < smooth.length - 1 && (smooth[below] as number) > EDGE.below * sound) below++;
  return { bark, shell: first.from - bark, plusMinus: Math.max(step, ((below - above) * step) / 4), decayMet: true, soft, sound };
}
