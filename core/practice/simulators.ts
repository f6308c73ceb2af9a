import type { DrillProfile } from '../devices/drill';
import { ggaSentence } from '../devices/nmea';
import { METRES_PER_DEGREE } from '../geo/distance';
import { normal, type Random } from '../maths/random';

/** Scatter of a simulated receiver, m: in the open, what a full canopy adds, and how much of an error carries over to the next second. */
const OPEN_SCATTER = 1.6;
const CANOPY_SCATTER = 3.5;
const CARRIES_OVER = 0.9;
/** Chance a second under a full canopy that a signal comes by way of a wall, and how far that throws the fix, m. */
const JUMP_CHANCE = 0.08;
const JUMP = { least: 12, more: 25 } as const;

/**
 * One second of a simulated satellite receiver after another, as NMEA 0183 sentences: scatter that hangs together over time,
 * wider under a canopy, now and then a jump.
 * @param canopy 0 (open sky) to 1 (closed crown overhead)
 * @param startAt seconds of the day, UTC
 */
export function* receiver(at: { latitude: number; longitude: number }, canopy: number, startAt: number, random: Random): Generator<string> {
  const scatter = OPEN_SCATTER + CANOPY_SCATTER * canopy;
  const fresh = scatter * Math.sqrt(1 - CARRIES_OVER ** 2);
  let east = scatter * normal(random);
  let north = scatter * normal(random);
  for (let second = startAt; ; second++) {
    east = CARRIES_OVER * east + fresh * normal(random);
    north = CARRIES_OVER * north + fresh * normal(random);
    let [e, n] = [east, north];
    if (random() < JUMP_CHANCE * canopy) {
      const far = JUMP.least + JUMP.more * random();
      const turn = 2 * Math.PI * random();
      [e, n] = [e + far * Math.cos(turn), n + far * Math.sin(turn)];
    }
    const clock = [Math.floor(second / 3600) % 24, Math.floor(second / 60) % 60, Math.floor(second) % 60];
    yield ggaSentence({
      latitude: at.latitude + n / METRES_PER_DEGREE,
      longitude: at.longitude + e / (METRES_PER_DEGREE * Math.cos((at.latitude * Math.PI) / 180)),
      hdop: Number((0.8 + 1.4 * canopy + 0.3 * random()).toFixed(1)),
      satellites: Math.round(13 - 7 * canopy + random() * 2),
      altitude: 12 + 3 * normal(random),
      time: clock.map((part) => String(part).padStart(2, '0')).join(':'),
    });
  }
}

/** A shot of a simulated laser hypsometer: slope distance, m, and angle above the level, radians. */
export interface Shot {
  distance: number;
  angle: number;
}

/** Errors of a simulated hypsometer: distance, m; angle, radians. */
const SHOT_ERROR = { distance: 0.08, angle: (0.15 * Math.PI) / 180 } as const;

/** Shots to the top and the base of a tree from where somebody stands, m. */
export function hypsometer(
  tree: { height: number },
  standing: { distance: number; eyeHeight: number },
  random: Random,
): { top: Shot; base: Shot } {
  const shot = (rise: number): Shot => ({
    distance: Math.hypot(standing.distance, rise) + SHOT_ERROR.distance * normal(random),
    angle: Math.atan2(rise, standing.distance) + SHOT_ERROR.angle * normal(random),
  });
  return { top: shot(tree.height - standing.eyeHeight), base: shot(-standing.eyeHeight) };
}

/** A reading of a simulated digital tape, m of girth to the millimetre: a tape that sags or hangs askew only ever reads too much. */
export const digitalTape = (girth: number, random: Random): number =>
  Math.round((girth * (1 + 0.002 * Math.abs(normal(random))) + 0.0008 * normal(random)) * 1000) / 1000;

/** A stem as the drill meets it, m. */
export interface DrilledStem {
  radius: number;
  bark: number;
  /** Sound wood from the bark in; the radius or more for a sound stem. */
  shell: number;
  /** Width over which sound wood turns soft. */
  edge: number;
}

const STEP = 0.001;
/** Mean resistance of sound wood, soft wood and bark, percent; swing of the rings and noise. */
const RESISTANCE = { sound: 42, soft: 6, bark: 5, rings: 6, noise: 2.5 } as const;
const RING_WIDTH = 0.004;

/** A simulated depth profile from the bark to the pith. */
export function drill(stem: DrilledStem, random: Random): DrillProfile {
  const phase = 2 * Math.PI * random();
  const resistance = Array.from({ length: Math.round((stem.bark + stem.radius) / STEP) }, (_, i) => {
    const depth = i * STEP - stem.bark;
    if (depth < 0) return Math.max(0, RESISTANCE.bark + RESISTANCE.noise * normal(random));
    const decayed = stem.shell >= stem.radius ? 0 : 1 / (1 + Math.exp((-4 * (depth - stem.shell)) / stem.edge));
    const level = RESISTANCE.sound * (1 - decayed) + RESISTANCE.soft * decayed;
    const rings = RESISTANCE.rings * (1 - decayed) * Math.sin((2 * Math.PI * depth) / RING_WIDTH + phase);
    return Math.min(100, Math.max(0, level + rings + RESISTANCE.noise * normal(random)));
  });
  return { step: STEP, resistance };
}
