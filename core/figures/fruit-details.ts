import { oneOf, type Answers } from './answers';
import { cone } from './fruit/parts';
import { bladeShapes } from './leaf/draw';
import { leafOf } from './leaf/form';
import { area, around, closed, make, open, pen } from './pen';
import { circle, ellipse, place, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';
import { stem } from './twig';

const NUT = '44,40 37,58 38,78 46,100 60,112 74,100 82,78 83,58 76,40';

/** An acorn with its cup down to a depth, 0 the rim high up, 1 nearly all of the nut. */
function acorn(cover: (at: Pt, i: number) => Shape[], rim = 64): Shape[] {
  const cup = closed(`28,${rim} 30,44 46,31 60,28 74,31 90,44 92,${rim} 60,${rim + 8}`);
  const rows = Math.max(3, Math.round((rim - 34) / 7));
  const scales = Array.from({ length: rows }, (_, r) => {
    const y = 38 + (r * (rim - 40)) / (rows - 1);
    const half = 14 + 18 * Math.min(1, (r + 1) / 3);
    const n = 5 + Math.min(2, r);
    return Array.from({ length: n }, (_, c): Pt => [60 - half + ((c + (r % 2 ? 0.9 : 0.4)) * 2 * half) / (n + 0.3), y]);
  }).flat();
  return [
    pen(open('60,4 59,16 60,30'), 3),
    area(closed(NUT), 'fruit', 1.7),
    { d: closed('38,56 38,78 46,100 60,112 50,92 46,72 47,56'), fill: 'ink', opacity: 0.14 },
    pen('M60 110V116', 2),
    area(cup, 'wood', 1.7),
    ...scales.flatMap(cover),
  ];
}

const tile = ([x, y]: Pt): Shape[] => [pen(smooth(pts(`${x - 4},${y - 2} ${x},${y + 3} ${x + 4},${y - 2}`)), 1)];
const wart = ([x, y]: Pt): Shape[] => [area(circle(x, y, 3.4), 'wood-light', 1.1)];

const acornCup = oneOf({
  pressed: () => make(...acorn(tile)),
  knobby: () => make(...acorn(wart)),
  loose: () =>
    make(
      ...acorn(tile),
      ...Array.from({ length: 11 }, (_, i): Shape =>
        area(
          polyline(place(pts('-4,-6 0,9 4,-6'), [29 + i * 6.2, 66 + 3 * Math.sin((i / 10) * Math.PI)], 0.35 - i * 0.07), true),
          'wood-light',
          1.1,
        ),
      ),
    ),
  mossy: () =>
    make(
      ...acorn(() => []),
      pen(
        Array.from({ length: 60 }, (_, i) => {
          const a = Math.PI * (0.98 + 1.04 * ((i * 0.618) % 1));
          const r = 12 + 20 * ((i * 0.7549) % 1);
          const [x, y] = [60 + Math.cos(a) * r, 60 + Math.sin(a) * r * 0.92];
          const out = 9 + 4 * Math.abs(wobble(i));
          return smooth(
            pts(`${x},${y} ${x + Math.cos(a) * out},${y + Math.sin(a) * out} ${x + Math.cos(a) * out + 5},${y + Math.sin(a) * out + 5}`),
          );
        }).join(''),
        1.5,
        'wood-dark',
      ),
    ),
});

const cupDepth = oneOf({
  saucer: () => make(...acorn(tile, 46)),
  bowl: () => make(...acorn(tile, 64)),
  goblet: () => make(...acorn(tile, 98)),
});

/** A nut of the lime, large, cut through beside it. */
function nutlet(state: string): Figure | null {
  if (state !== 'strong' && state !== 'faint') return null;
  const strong = state === 'strong';
  const lines = [-20, -10, 0, 10, 20].map((x) => `${44 + x},${strong ? 62 : 66} ${44 + x * 1.25},84 ${44 + x},${strong ? 106 : 102}`);
  const star = around(strong ? 10 : 30, (a, i): Pt => {
    const r = strong ? (i % 2 ? 14 : 19) : 16;
    return [98 + Math.sin(a) * r * 0.95, 84 - Math.cos(a) * r];
  });
  return make(
    pen(open('44,4 46,30 44,56'), 2.2),
    area(
      strong ? closed('44,54 62,60 74,84 62,108 44,114 26,108 14,84 26,60') : closed('44,56 60,62 70,84 60,106 44,112 28,106 18,84 28,62'),
      'wood',
      1.7,
    ),
    pen(lines.map(open).join(''), strong ? 3 : 0.7, 'ink', strong ? 0.9 : 0.5),
    area(strong ? polyline(star, true) : smooth(star, true), 'wood-light', strong ? 3 : 1.1),
    area(circle(98, 84, strong ? 7 : 12), 'paper', 0.9),
  );
}

/** One scale of a cone, large, as it looks from outside. */
const scale = (text: string, fill: Paint = 'wood'): Shape => area(closed(text), fill, 1.7);

const coneScale = oneOf({
  thin: () =>
    make(
      scale('60,112 34,88 26,52 38,24 60,14 82,24 94,52 86,88', 'wood-light'),
      pen(open('60,108 56,70 46,30') + open('60,108 60,64 60,20') + open('60,108 64,70 74,30'), 0.8, 'ink', 0.6),
      pen(open('30,40 40,25 50,22 60,16 70,22 80,25 90,40'), 1.2),
    ),
  bract: () =>
    make(
      ...cone(50, 8, 104, 26, 'wood', 6),
      ...[
        [74, 26, 0.5],
        [78, 52, 0.7],
        [72, 80, 0.9],
        [24, 40, -0.7],
        [26, 68, -0.9],
      ].map(([x = 0, y = 0, turn = 0]) =>
        area(polyline(place(pts('-3,0 -7,17 -3,12 0,26 3,12 7,17 3,0'), [x, y], -turn), true), 'wood-light', 1.1),
      ),
    ),
  knob: () =>
    make(
      scale('60,116 46,92 26,62 30,40 60,26 90,40 94,62 74,92'),
      area(closed('26,60 32,40 60,28 88,40 94,60 60,74'), 'wood-light', 1.6),
      pen(open('28,58 60,54 92,58'), 1.2),
      area(ellipse(60, 54, 9, 7), 'wood-dark', 1.5),
    ),
  prickle: () =>
    make(
      scale('60,116 46,92 26,62 30,40 60,26 90,40 94,62 74,92'),
      area(closed('26,60 32,40 60,28 88,40 94,60 60,74'), 'wood-light', 1.6),
      pen(open('28,58 60,54 92,58'), 1.2),
      area(polyline(pts('52,56 60,50 68,56 88,18'), true), 'wood-dark', 1.5),
    ),
  shield: () =>
    make(
      ...(
        [
          [40, 40],
          [80, 40],
          [60, 74],
          [20, 74],
          [100, 74],
          [40, 106],
          [80, 106],
        ] as const
      ).flatMap(([x, y]) => [
        area(
          polyline(
            around(6, (a): Pt => [x + Math.sin(a) * 19, y - Math.cos(a) * 18]),
            true,
          ),
          'wood',
          1.6,
        ),
        area(polyline(pts(`${x - 3},${y + 3} ${x},${y - 6} ${x + 3},${y + 3}`), true), 'wood-dark', 1),
      ]),
    ),
  'few-leathery': () =>
    make(
      pen(open('60,118 60,108 60,98'), 3),
      ...[-0.75, 0.75, -0.32, 0.32].map((turn) =>
        area(smooth(place(pts('-6,0 -11,-34 -5,-66 0,-74 5,-66 11,-34 6,0'), [60, 102], turn), true), 'wood', 1.6),
      ),
      area(smooth(pts('54,100 52,62 60,34 68,62 66,100'), true), 'wood-light', 1.4),
    ),
  'falls-apart': () =>
    make(
      ...stem(pts('4,112 60,108 116,112'), 6, 'wood', false),
      pen('M60 108V22', 6, 'ink'),
      pen('M60 106V24', 3, 'wood-light'),
      ...cone(60, 62, 44, 22, 'wood', 4),
      ...(
        [
          [22, 34, -0.6],
          [96, 26, 0.7],
          [104, 66, 1.2],
          [14, 74, -1.1],
        ] as const
      ).map(([x, y, turn]) => area(smooth(place(pts('0,10 -13,-4 -10,-12 10,-12 13,-4'), [x, y], turn), true), 'wood-light', 1.3)),
    ),
});

/** A twig in flower, and how far its leaves are. */
function flowerTime(state: string): Figure | null {
  const size = { 'before-leaves': 0, 'with-leaves': 17, 'after-leaves': 42 }[state];
  if (size === undefined) return null;
  const heads = pts('40,30 78,20 66,52');
  const leaves: [Pt, number][] = [
    [[58, 92], -1.2],
    [[62, 78], 1.25],
    [[60, 62], -1.05],
    [[64, 40], 1.1],
    [[63, 46], -0.75],
  ];
  return make(
    ...stem(pts('58,120 60,80 64,40 62,20'), 5, 'wood', false),
    ...(size > 0
      ? leaves.flatMap(([at, turn]) =>
          bladeShapes(leafOf({ shape: 'elliptic', base: 'wedge' }), { at, turn, length: size }, { edge: 1.2, rib: 0.9, vein: 0.4 }, false),
        )
      : []),
    ...heads.flatMap(([x, y]) => [
      ...around(5, (a) => area(circle(x + Math.cos(a) * 8, y + Math.sin(a) * 8, 6.4), 'tint:pink', 1.1)),
      area(circle(x, y, 3.4), 'tint:yellow', 0.9),
    ]),
  );
}

/** One flower from the front: a ring of petals, or many rings. */
const fullness = oneOf({
  single: () =>
    make(
      ...around(5, (a) => area(smooth(place(pts('-8,-8 -20,-32 -10,-50 0,-46 10,-50 20,-32 8,-8'), [60, 60], a), true), 'tint:pink', 1.5)),
      pen(around(14, (a) => polyline(place(pts('0,-8 0,-20'), [60, 60], a))).join(''), 1.1),
      area(circle(60, 60, 8), 'tint:yellow', 1.2),
    ),
  double: () =>
    make(
      ...[50, 40, 30, 20].flatMap((r, ring) =>
        around(9 - ring, (a) =>
          area(
            smooth(place(pts(`-7,-4 ${-r * 0.3},${-r * 0.8} 0,${-r} ${r * 0.3},${-r * 0.8} 7,-4`), [60, 60], a + ring * 0.35), true),
            'tint:pink',
            1.2,
          ),
        ),
      ),
      area(circle(60, 60, 5), 'tint:red', 1),
    ),
});

/** What tells a flower, an acorn, a nut or a cone from the next. */
export const FRUIT_DETAILS: Answers = {
  'flower-time': flowerTime,
  'flower-fullness': fullness,
  'cone-scale': coneScale,
  'acorn-cup': acornCup,
  'cup-depth': cupDepth,
  'nutlet-ribs': nutlet,
};
