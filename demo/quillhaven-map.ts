// The streets, parks and water of Quillhaven, laid out by hand in metres from the town cross and turned into GeoJSON.
// The town is invented; nothing real lies at these coordinates.
import type { Feature, FeatureCollection, Position } from 'geojson';
import { placeAt } from '@dendrix/core/geo';

/** Metres east and north of the town cross. */
export type Point = readonly [number, number];

export const TOWN_CROSS = { latitude: 45.62, longitude: -31.2 } as const;

/** Longitude and latitude of a point of the plan; a plane is exact enough over two kilometres. */
export function toLngLat([east, north]: Point): [number, number] {
  const { latitude, longitude } = placeAt(TOWN_CROSS, { east, north });
  return [Number(longitude.toFixed(7)), Number(latitude.toFixed(7))];
}

export interface Street {
  name: string;
  line: readonly Point[];
}

export const STREETS: readonly Street[] = [
  {
    name: 'Heron Quay',
    line: [
      [-900, -58],
      [-500, -82],
      [-210, -150],
      [55, -215],
      [98, -128],
      [302, -128],
      [322, -222],
      [600, -292],
      [850, -440],
    ],
  },
  {
    name: 'Saltmarket Row',
    line: [
      [-850, 60],
      [-450, 45],
      [-100, 12],
      [250, -12],
      [600, -90],
      [820, -210],
    ],
  },
  {
    name: 'Lantern Lane',
    line: [
      [-830, 220],
      [-430, 212],
      [0, 192],
      [340, 175],
      [650, 120],
      [780, 80],
    ],
  },
  {
    name: 'Orchard Terrace',
    line: [
      [-720, 400],
      [-440, 408],
      [0, 400],
      [320, 388],
      [640, 345],
      [820, 300],
    ],
  },
  {
    name: 'Northgate',
    line: [
      [14, 660],
      [0, 400],
      [0, 192],
      [-24, 5],
      [-62, -185],
    ],
  },
  {
    name: 'Ferry Street',
    line: [
      [-462, 570],
      [-440, 408],
      [-430, 212],
      [-450, 45],
      [-480, -84],
      [-505, -330],
      [-520, -520],
    ],
  },
  {
    name: 'Chandlers Walk',
    line: [
      [300, 570],
      [320, 388],
      [340, 175],
      [330, -30],
      [302, -128],
    ],
  },
  {
    name: 'Bellfounder Street',
    line: [
      [620, 500],
      [640, 345],
      [650, 120],
      [640, -100],
      [610, -290],
    ],
  },
  {
    name: 'Tidewater Avenue',
    line: [
      [-850, 60],
      [-830, 220],
      [-720, 400],
      [-650, 570],
    ],
  },
  {
    name: 'Mill Race Road',
    line: [
      [-900, -430],
      [-520, -520],
      [-100, -560],
      [250, -548],
      [520, -650],
    ],
  },
  {
    name: 'Coopers Hill',
    line: [
      [-100, -560],
      [-62, -700],
      [36, -860],
    ],
  },
];

export interface Park {
  name: string;
  ring: readonly Point[];
}

export const PARKS: readonly Park[] = [
  {
    name: 'Foundling Park',
    ring: [
      [24, 214],
      [316, 199],
      [300, 368],
      [20, 378],
    ],
  },
  {
    name: 'Wharf Gardens',
    ring: [
      [-425, 24],
      [-50, -14],
      [-82, -168],
      [-206, -128],
      [-462, -66],
    ],
  },
  {
    name: 'Beacon Green',
    ring: [
      [-420, -570],
      [-140, -590],
      [-92, -690],
      [-130, -790],
      [-300, -830],
      [-440, -740],
    ],
  },
];

const RIVER_MIDDLE: readonly Point[] = [
  [-6000, -900],
  [-2600, -260],
  [-1250, -170],
  [-900, -185],
  [-500, -205],
  [-210, -268],
  [60, -335],
  [330, -345],
  [620, -430],
  [900, -600],
  [1250, -850],
  [2400, -1900],
  [5200, -3000],
];
const RIVER_WIDTH = [190, 160, 150, 150, 160, 170, 180, 190, 205, 225, 250, 300, 420];
const HARBOUR: readonly Point[] = [
  [112, -300],
  [112, -142],
  [288, -142],
  [288, -300],
];
const POND: readonly Point[] = [
  [150, 250],
  [200, 236],
  [244, 252],
  [252, 290],
  [214, 316],
  [168, 306],
  [146, 280],
];

/** Direction of a polyline at vertex i, as a unit vector. */
function direction(line: readonly Point[], i: number): Point {
  const a = line[Math.max(0, i - 1)] as Point;
  const b = line[Math.min(line.length - 1, i + 1)] as Point;
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  return [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
}

function riverRing(): Point[] {
  const side = (sign: 1 | -1) =>
    RIVER_MIDDLE.map(([x, y], i): Point => {
      const [dx, dy] = direction(RIVER_MIDDLE, i);
      const half = ((RIVER_WIDTH[i] as number) / 2) * sign;
      return [x - dy * half, y + dx * half];
    });
  return [...side(1), ...side(-1).reverse()];
}

/** Whether a point lies inside a ring (ray casting). */
export function inside([x, y]: Point, ring: readonly Point[]): boolean {
  let within = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const [xi, yi] = ring[i] as Point;
    const [xj, yj] = ring[j] as Point;
    if (yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi) within = !within;
  }
  return within;
}

/** Points every `step` metres along a line, each with the line's direction there. */
export function along(line: readonly Point[], step: number, start = step / 2): { at: Point; direction: Point }[] {
  const points: { at: Point; direction: Point }[] = [];
  let next = start;
  for (let i = 1; i < line.length; i++) {
    const a = line[i - 1] as Point;
    const b = line[i] as Point;
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
    const unit: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
    for (; next <= length; next += step) points.push({ at: [a[0] + unit[0] * next, a[1] + unit[1] * next], direction: unit });
    next -= length;
  }
  return points;
}

const WATER_RINGS = (): readonly (readonly Point[])[] => [riverRing(), HARBOUR, POND];

/** Whether a point is on open water. */
export const onWater = (point: Point): boolean => WATER_RINGS().some((ring) => inside(point, ring));

function distanceToStreets([x, y]: Point): number {
  let best = Infinity;
  for (const { line } of STREETS) {
    for (let i = 1; i < line.length; i++) {
      const [ax, ay] = line[i - 1] as Point;
      const [bx, by] = line[i] as Point;
      const t = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)));
      best = Math.min(best, Math.hypot(x - ax - t * (bx - ax), y - ay - t * (by - ay)));
    }
  }
  return best;
}

/** Houses along the streets: rows set back from the kerb, left out where a park, water or another street is. */
function houses(): Point[][] {
  const made: Point[][] = [];
  const rings = [...WATER_RINGS(), ...PARKS.map((park) => park.ring)];
  STREETS.forEach((street, s) => {
    along(street.line, 21).forEach(({ at, direction: [dx, dy] }, n) => {
      for (const side of [1, -1]) {
        // Sizes vary by a fixed rule, so that the plan is the same every time it is made.
        const wide = 13 + ((n * 7 + s * 3 + (side > 0 ? 2 : 0)) % 5);
        const deep = 11 + ((n * 5 + s) % 6);
        const back = 15 + ((n + s) % 3);
        const corner = (u: number, v: number): Point => [at[0] + dx * u - dy * v * side, at[1] + dy * u + dx * v * side];
        const ring = [corner(-wide / 2, back), corner(wide / 2, back), corner(wide / 2, back + deep), corner(-wide / 2, back + deep)];
        const middle = corner(0, back + deep / 2);
        const clear = [...ring, middle].every((p) => !rings.some((r) => inside(p, r))) && ring.every((p) => distanceToStreets(p) > 9);
        if (clear && (n * 13 + s * 5 + side) % 9 !== 0) made.push(ring);
      }
    });
  });
  return made;
}

const closed = (ring: readonly Point[]): Position[] => [...ring, ring[0] as Point].map(toLngLat);

/** The whole plan as GeoJSON; every feature has a `kind`: water, park, house or street. */
export function quillhavenMap(): FeatureCollection {
  const polygon = (kind: string, ring: readonly Point[], name?: string): Feature => ({
    type: 'Feature',
    properties: { kind, ...(name ? { name } : {}) },
    geometry: { type: 'Polygon', coordinates: [closed(ring)] },
  });
  return {
    type: 'FeatureCollection',
    features: [
      ...PARKS.map((park) => polygon('park', park.ring, park.name)),
      polygon('water', riverRing(), 'River Quill'),
      polygon('water', HARBOUR, 'Old Basin'),
      polygon('water', POND),
      ...houses().map((ring) => polygon('house', ring)),
      ...STREETS.map((street): Feature => ({
        type: 'Feature',
        properties: { kind: 'street', name: street.name },
        geometry: { type: 'LineString', coordinates: street.line.map(toLngLat) },
      })),
    ],
  };
}
