import { STEM_SIDES, type Zone } from '../knowledge';
import type { Pt } from './shape';

// The walk-round: a plan of the stem seen from above, north up. The stem in the middle, then the collar with roots and soil,
// the eight sides, and the crown outside.

/** Side of the plan's box. */
export const PLAN_SIZE = 340;
const MID = PLAN_SIZE / 2;
/** Degrees left free between two sectors, so that each has its own outline. */
const GAP = 0.9;

const RINGS: readonly { zones: readonly Zone[]; from: number; to: number; turn: number }[] = [
  { zones: ['collar', 'roots', 'soil'], from: 30, to: 66, turn: -60 },
  { zones: STEM_SIDES, from: 70, to: 128, turn: -22.5 },
  { zones: ['crown-top', 'crown-mid', 'crown-low', 'branches', 'unions', 'foliage'], from: 132, to: 166, turn: -30 },
];

/** One zone of the plan. */
export interface PlanSector {
  zone: Zone;
  /** Outline of the sector. */
  d: string;
  /** Where its label stands. */
  label: Pt;
  /** Radii it lies between, and the angles, degrees clockwise from north. */
  from: number;
  to: number;
  start: number;
  width: number;
}

const polar = (r: number, degrees: number): Pt => [
  MID + r * Math.sin((degrees * Math.PI) / 180),
  MID - r * Math.cos((degrees * Math.PI) / 180),
];

const n = (x: number) => x.toFixed(2);
const at = ([x, y]: Pt) => `${n(x)} ${n(y)}`;

function outline(from: number, to: number, a: number, b: number): string {
  const large = b - a > 180 ? 1 : 0;
  const [p, q, r, s] = [polar(to, a), polar(to, b), polar(from, b), polar(from, a)];
  return `M${at(p)}A${to} ${to} 0 ${large} 1 ${at(q)}L${at(r)}A${from} ${from} 0 ${large} 0 ${at(s)}Z`;
}

const SECTORS: readonly PlanSector[] = RINGS.flatMap(({ zones, from, to, turn }) => {
  const width = 360 / zones.length;
  return zones.map((zone, i): PlanSector => {
    const start = turn + i * width;
    return {
      zone,
      d: outline(from, to, start + GAP, start + width - GAP),
      label: polar((from + to) / 2, start + width / 2),
      from,
      to,
      start,
      width,
    };
  });
});

/** The zones of the plan from the stem out; the surroundings have no sector. */
export const planSectors = (): readonly PlanSector[] => SECTORS;

const SHORT: Partial<Record<Zone, string>> = {
  collar: 'collar',
  roots: 'roots',
  soil: 'soil',
  'crown-top': 'top',
  'crown-mid': 'mid',
  'crown-low': 'low',
  branches: 'branches',
  unions: 'union',
  foliage: 'leaf',
  surroundings: 'around',
};

/** A zone as the plan writes it: "NE", "union". */
export const planLabel = (zone: Zone): string => SHORT[zone] ?? zone.replace('stem-', '').toUpperCase();

/** Height of a sign at which its mark stands at the outer edge of a stem side, m. */
const TOP_OF_SIDE = 4;
const USUAL_HEIGHT = 1;

/**
 * Where the mark of the k-th of n signs of a sector stands. On a stem side height is read outwards: low signs near the
 * collar, high ones near the crown.
 * @param height of the sign above ground, m
 */
export function markOn(sector: PlanSector, height: number | undefined, k: number, of: number): Pt {
  const stem = sector.zone.startsWith('stem-');
  const reach = stem
    ? sector.from + 12 + Math.min(1, (height ?? USUAL_HEIGHT) / TOP_OF_SIDE) * (sector.to - sector.from - 22)
    : sector.to - 8;
  const share = of === 1 ? 0.72 : (k + 1) / (of + 1);
  return polar(reach, sector.start + sector.width * (stem ? share : clearOfLabel((k + 0.5) / of)));
}

/** Share of a sector's width to each side of its label that marks may take. */
const BESIDE_LABEL = 0.28;
const EDGE = 0.08;

/** Spreads marks over a sector so that none lies on the label in its middle. @param share 0 to 1 over the sector's width */
const clearOfLabel = (share: number): number => (share < 0.5 ? EDGE + 2 * share * BESIDE_LABEL : 1 - EDGE - 2 * (1 - share) * BESIDE_LABEL);
