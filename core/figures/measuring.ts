import type { Catalogue } from '../words/catalogue';
import { area, pen, strokes } from './pen';
import { circle, smooth, type Figure, type Paint, type Pt, type Shape } from './shape';

// How to measure, drawn for the moment it is needed: where the tape goes on a slope, a lean, a fork, a swelling or a buttress;
// how each way of taking a height works; what spoils a height.

export const STEM_SITUATIONS = ['level', 'slope', 'lean', 'fork', 'several', 'swelling', 'buttress'] as const;
export type StemSituation = (typeof STEM_SITUATIONS)[number];
export const HEIGHT_METHODS = ['tangent', 'sine', 'stick', 'device', 'typed'] as const;
export type HeightMethod = (typeof HEIGHT_METHODS)[number];
export const HEIGHT_TROUBLES = ['too-close', 'near-limb', 'leaning'] as const;
export type HeightTrouble = (typeof HEIGHT_TROUBLES)[number];
export const CROWN_WAYS = ['axes', 'spokes', 'base'] as const;
export type CrownWay = (typeof CROWN_WAYS)[number];

/** A word written on a drawing. */
type DrawnWord = keyof Catalogue['howTo']['written'];
/** Everything that can be shown. */
export type HowToName = keyof Catalogue['howTo']['says'];

/** A drawing and where words are written on it; what they are, and what to do, the catalogue says. */
export interface HowTo {
  figure: Figure;
  labels: { at: Pt; word: DrawnWord; paint: Paint; anchor?: 'start' | 'middle' | 'end' }[];
}

const WIDTH = 320;
const HEIGHT = 150;
const drawn = (...shapes: Shape[]): Figure => ({ width: WIDTH, height: HEIGHT, shapes });

const GROUND_LEVEL = 'M8 132C80 129 210 134 312 131';
const ground = (d: string): Shape => pen(d, 1.6);
/** A stem on level ground, its flare at the foot. */
const STEM = 'M128 132C140 128 143 118 144 96L146 8H174L176 96C177 118 180 128 192 132Z';
const stem = (d: string): Shape => area(d, 'wood-light', 1.7);
/** The tape round the stem, and how high it sits. */
const tape = (a: Pt, b: Pt): Shape => ({ d: strokes([[a, b]]), stroke: 'oxide', width: 5, fill: 'none' });
const rise = (foot: Pt, top: Pt): Shape[] => {
  const length = Math.hypot(top[0] - foot[0], top[1] - foot[1]);
  const across: Pt = [((top[1] - foot[1]) / length) * 7, (-(top[0] - foot[0]) / length) * 7];
  const tick = (p: Pt): Pt[] => [
    [p[0] - across[0], p[1] - across[1]],
    [p[0] + across[0], p[1] + across[1]],
  ];
  return [{ d: strokes([[foot, top], tick(foot), tick(top)]), stroke: 'slate', width: 1.8, fill: 'none' }];
};
const H = (at: Pt, anchor: 'start' | 'middle' | 'end' = 'end') => ({ at, word: 'height' as const, paint: 'slate' as const, anchor });

const STEMS: Record<StemSituation, HowTo> = {
  level: {
    figure: drawn(ground(GROUND_LEVEL), stem(STEM), tape([143, 62], [177, 62]), ...rise([112, 131], [112, 62])),
    labels: [H([100, 100])],
  },
  slope: {
    figure: drawn(
      ground('M8 92C90 104 230 126 312 143'),
      stem('M126 110C138 108 143 104 144 90L146 8H174L176 96C178 116 184 124 196 125Z'),
      tape([143, 46], [177, 46]),
      ...rise([112, 107], [112, 46]),
    ),
    labels: [H([100, 80]), { at: [60, 90], word: 'uphill', paint: 'soft', anchor: 'middle' }],
  },
  lean: {
    figure: drawn(
      ground(GROUND_LEVEL),
      stem('M96 132C106 128 112 118 116 104L146 8H176L148 106C145 118 148 128 158 132Z'),
      tape([126, 66], [160, 74]),
      ...rise([84, 126], [106, 58]),
    ),
    labels: [H([84, 88])],
  },
  fork: {
    figure: drawn(
      ground(GROUND_LEVEL),
      stem(
        'M128 132C140 128 143 118 143 104C143 88 138 80 126 62L96 10H124L146 46C154 58 160 60 166 46L186 8H214L190 62C180 82 177 90 177 104C177 118 180 128 192 132Z',
      ),
      tape([142, 102], [178, 102]),
      ...rise([112, 131], [112, 102]),
    ),
    labels: [{ at: [102, 120], word: 'narrowest-below', paint: 'slate', anchor: 'end' }],
  },
  several: {
    figure: drawn(
      ground(GROUND_LEVEL),
      stem(
        'M96 132C104 128 108 118 110 100L118 8H138L134 100C134 118 138 126 146 130C152 132 156 132 160 130C168 126 170 118 170 100L174 8H202L198 100C198 118 204 128 214 132Z',
      ),
      tape([111, 62], [137, 62]),
      tape([171, 62], [201, 62]),
      ...rise([82, 131], [82, 62]),
    ),
    labels: [H([72, 100])],
  },
  swelling: {
    figure: drawn(
      ground(GROUND_LEVEL),
      stem(
        'M128 132C140 128 143 118 144 104C144 94 128 84 128 62C128 42 144 36 146 24V8H174V24C176 36 194 42 194 62C194 84 176 94 176 104C177 118 180 128 192 132Z',
      ),
      tape([143, 102], [177, 102]),
      ...rise([112, 131], [112, 102]),
      { d: 'M136 62H186', stroke: 'soft', width: 1.4, fill: 'none' },
    ),
    labels: [
      { at: [102, 120], word: 'narrowest-below', paint: 'slate', anchor: 'end' },
      { at: [204, 66], word: 'not-on-the-swelling', paint: 'soft', anchor: 'start' },
    ],
  },
  buttress: {
    figure: drawn(
      ground(GROUND_LEVEL),
      stem('M84 132C112 128 136 96 144 56L146 8H174L176 56C184 96 208 128 236 132Z'),
      pen('M118 130C138 112 148 90 150 62M202 130C182 112 172 90 170 62M160 130V72', 1.1),
      tape([144, 40], [176, 40]),
      ...rise([70, 131], [70, 40]),
    ),
    labels: [{ at: [60, 92], word: 'above', paint: 'slate', anchor: 'end' }],
  },
};

/** The observer and a tree 20 m off, as side view. */
const PERSON = pen(`${circle(44, 66, 5)}M44 71v20M44 91l-7 40M44 91l7 40M44 78l10 -10`, 1.8);
const TREE: Shape[] = [
  area('M258 131L262 84H270L274 131Z', 'wood-light', 1.4),
  area(
    smooth(
      [
        [266, 12],
        [290, 20],
        [304, 42],
        [298, 66],
        [278, 84],
        [252, 82],
        [234, 64],
        [230, 40],
        [246, 18],
      ],
      true,
    ),
    'leaf',
    1.6,
  ),
];
const sightTo = (to: Pt, paint: Paint): Shape => ({ d: strokes([[[52, 67], to]]), stroke: paint, width: 1.8, fill: 'none' });
const levelLine: Shape = { d: 'M52 67H266', stroke: 'soft', width: 1.2, fill: 'none' };

const HEIGHTS: Record<Exclude<HeightMethod, 'typed'>, HowTo> = {
  tangent: {
    figure: drawn(ground(GROUND_LEVEL), ...TREE, PERSON, levelLine, sightTo([266, 12], 'oxide'), sightTo([264, 130], 'slate')),
    labels: [
      { at: [160, 62], word: 'level-distance', paint: 'soft', anchor: 'middle' },
      { at: [150, 34], word: 'top', paint: 'oxide', anchor: 'end' },
      { at: [150, 112], word: 'base', paint: 'slate', anchor: 'end' },
    ],
  },
  sine: {
    figure: drawn(ground(GROUND_LEVEL), ...TREE, PERSON, sightTo([286, 18], 'oxide'), sightTo([264, 130], 'slate')),
    labels: [
      { at: [150, 36], word: 'distance-and-angle', paint: 'oxide', anchor: 'end' },
      { at: [150, 114], word: 'distance-and-angle', paint: 'slate', anchor: 'end' },
    ],
  },
  stick: {
    figure: drawn(
      ground(GROUND_LEVEL),
      ...TREE,
      PERSON,
      { d: 'M86 56V84', stroke: 'ink', width: 3.4, fill: 'none' },
      sightTo([266, 12], 'oxide'),
      sightTo([264, 130], 'slate'),
      pen('M44 78L86 70', 1.6),
    ),
    labels: [
      { at: [70, 100], word: 'arm', paint: 'soft', anchor: 'start' },
      { at: [86, 50], word: 'stick', paint: 'ink', anchor: 'middle' },
      { at: [170, 146], word: 'distance', paint: 'soft', anchor: 'middle' },
    ],
  },
  device: {
    figure: drawn(
      ground(GROUND_LEVEL),
      ...TREE,
      PERSON,
      area('M54 62h14v9h-14z', 'paper', 1.5),
      sightTo([266, 12], 'oxide'),
      sightTo([264, 130], 'slate'),
    ),
    labels: [
      { at: [150, 34], word: 'shot-top', paint: 'oxide', anchor: 'end' },
      { at: [150, 112], word: 'shot-base', paint: 'slate', anchor: 'end' },
    ],
  },
};

const TROUBLES: Record<HeightTrouble, HowTo> = {
  'too-close': {
    figure: drawn(
      ground(GROUND_LEVEL),
      ...TREE,
      pen(`${circle(204, 66, 5)}M204 71v20M204 91l-7 40M204 91l7 40M204 78l10 -10`, 1.8),
      { d: 'M212 67L240 22', stroke: 'oxide', width: 1.8, fill: 'none' },
      { d: 'M196 118H60M66 112L58 118L66 124', stroke: 'slate', width: 1.8, fill: 'none' },
    ),
    labels: [{ at: [120, 112], word: 'step-back', paint: 'slate', anchor: 'middle' }],
  },
  'near-limb': {
    figure: drawn(ground(GROUND_LEVEL), ...TREE, PERSON, sightTo([236, 32], 'oxide'), {
      d: 'M236 32L300 8',
      stroke: 'soft',
      width: 1.2,
      fill: 'none',
    }),
    labels: [
      { at: [214, 24], word: 'near-limb', paint: 'oxide', anchor: 'end' },
      { at: [312, 24], word: 'top', paint: 'soft', anchor: 'end' },
    ],
  },
  leaning: {
    figure: drawn(
      ground(GROUND_LEVEL),
      area('M256 131L224 76L236 72L274 131Z', 'wood-light', 1.4),
      area(
        smooth(
          [
            [212, 14],
            [238, 18],
            [256, 38],
            [252, 62],
            [238, 82],
            [212, 84],
            [190, 66],
            [184, 40],
            [196, 20],
          ],
          true,
        ),
        'leaf',
        1.6,
      ),
      PERSON,
      sightTo([212, 14], 'oxide'),
      { d: 'M212 14V131', stroke: 'soft', width: 1.2, fill: 'none' },
    ),
    labels: [{ at: [206, 126], word: 'not-the-foot', paint: 'soft', anchor: 'start' }],
  },
};

const MIDDLE: Pt = [160, 72];
const CROWN_PLAN = smooth(
  [
    [160, 12],
    [204, 24],
    [236, 60],
    [218, 104],
    [176, 128],
    [122, 120],
    [92, 84],
    [104, 40],
  ],
  true,
);

const CROWNS: Record<CrownWay, HowTo> = {
  axes: {
    figure: drawn(
      area(CROWN_PLAN, 'leaf-pale', 1.5),
      area(circle(...MIDDLE, 8), 'wood', 1.4),
      { d: 'M92 86L236 58', stroke: 'oxide', width: 2, fill: 'none' },
      { d: 'M146 16L174 128', stroke: 'slate', width: 2, fill: 'none' },
    ),
    labels: [
      { at: [250, 56], word: 'longest', paint: 'oxide', anchor: 'start' },
      { at: [180, 146], word: 'across', paint: 'slate', anchor: 'start' },
    ],
  },
  spokes: {
    figure: drawn(
      area(CROWN_PLAN, 'leaf-pale', 1.5),
      {
        d: 'M160 72V12M160 72L206 28M160 72H234M160 72L206 114M160 72V126M160 72L114 116M160 72H94M160 72L116 32',
        stroke: 'oxide',
        width: 1.6,
        fill: 'none',
      },
      area(circle(...MIDDLE, 8), 'wood', 1.4),
    ),
    labels: [{ at: [166, 10], word: 'north', paint: 'ink', anchor: 'start' }],
  },
  base: {
    figure: drawn(
      ground(GROUND_LEVEL),
      ...TREE,
      pen('M262 100L242 96M262 106L240 108', 1.3),
      { d: 'M170 84H258', stroke: 'slate', width: 1.4, fill: 'none' },
      ...rise([190, 131], [190, 84]),
    ),
    labels: [{ at: [180, 112], word: 'lowest-live-crown', paint: 'slate', anchor: 'end' }],
  },
};

/** Everything that can be shown, by name. */
export const howToMeasure: Readonly<Record<HowToName, HowTo>> = {
  ...STEMS,
  ...HEIGHTS,
  ...TROUBLES,
  ...CROWNS,
};
