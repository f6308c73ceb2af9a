import type { Answers } from './answers';
import { budShapes, type BudForm } from './bud';
import { bezier } from './curve';
import { bladeShapes } from './leaf/draw';
import { leafOf } from './leaf/form';
import { TINTS } from './paints';
import { make } from './pen';
import { circle, polyline, pts, smooth, wobble, type Figure, type Paint, type Pt, type Shape } from './shape';
import { PLAIN_TWIG, stem, twigOf, twigShapes } from './twig';

const bigBud = (bud: Partial<BudForm>, length = 84): Figure => {
  const form = { shape: 'ovoid', scales: 'many', colour: '', surface: '', ...bud };
  return make(
    ...stem(
      [
        [60, 124],
        [60, 100],
      ],
      15,
      'wood',
      true,
    ),
    ...budShapes(form, [60, 103], 0, length, 2),
  );
};

const leafy = (at: Pt, turn: number, length: number): Shape[] =>
  bladeShapes(
    leafOf({ shape: 'elliptic', base: 'wedge' }),
    { at: [at[0] + Math.sin(turn) * length * 0.16, at[1] - Math.cos(turn) * length * 0.16], turn, length },
    { edge: 1.3, rib: 1.1, vein: 0.5 },
    false,
  );

function arrangement(state: string): Figure | null {
  const straight = stem(pts('60,120 60,14'), 5, 'wood', true);
  switch (state) {
    case 'opposite':
      return make(
        ...straight,
        ...[102, 70, 38].flatMap((y) => [...leafy([62, y], 1.1, 40), ...leafy([58, y], -1.1, 40)]),
        ...leafy([60, 14], 0, 18),
      );
    case 'alternate':
      return make(
        ...stem(pts('60,120 63,100 57,78 63,56 57,34 60,14'), 5, 'wood', true),
        ...[104, 84, 62, 40].flatMap((y, i) => leafy([i % 2 ? 58 : 62, y], i % 2 ? -1 : 1, 42)),
        ...leafy([60, 16], 0.2, 20),
      );
    case 'whorled':
      return make(...straight, ...[94, 48].flatMap((y) => [1.35, -1.35, 0.62, -0.62].flatMap((a) => leafy([60, y], a, 40))));
    case 'spiral-tuft':
      return make(
        ...stem(pts('60,120 60,72'), 8, 'wood', true),
        {
          d: [112, 102, 93, 85]
            .map((y) =>
              polyline([
                [56, y],
                [64, y - 3],
              ]),
            )
            .join(''),
          stroke: 'ink',
          width: 1,
          fill: 'none',
        },
        ...[2, -2, 1.45, -1.45, 0.92, -0.92, 0.42, -0.42, 0].flatMap((a) => leafy([60, 70], a, 50)),
      );
    default:
      return null;
  }
}

function pith(state: string): Figure | null {
  const cut: Shape[] = [
    { d: 'M36 6H84V114H36Z', fill: 'wood-dark', stroke: 'ink', width: 1.8 },
    { d: 'M42 6H78V114H42Z', fill: 'wood-light', stroke: 'ink', width: 1.1 },
  ];
  const core = (fill: Paint): Shape => ({ d: 'M49 6H71V114H49Z', fill, stroke: 'ink', width: 1.3 });
  const bars = (step: number, width: number): Shape => ({
    d: Array.from({ length: Math.floor(106 / step) }, (_, i) =>
      smooth([
        [49.6, 11 + i * step],
        [60, 12.4 + i * step],
        [70.4, 11 + i * step],
      ]),
    ).join(''),
    stroke: 'ink',
    width,
    fill: 'none',
  });
  const dots: Shape = {
    d: Array.from({ length: 60 }, (_, i) => circle(51.5 + 17 * ((i * 0.618) % 1), 9 + 102 * ((i * 0.7549) % 1), 0.8)).join(''),
    fill: 'ink',
    opacity: 0.4,
  };
  switch (state) {
    case 'solid':
      return make(...cut, core('tint:cream'), dots);
    case 'chambered':
      return make(
        ...cut,
        core('ink'),
        ...Array.from({ length: 13 }, (_, i): Shape => ({ d: `M49.6 ${9.5 + i * 8}H70.4V${11.8 + i * 8}H49.6Z`, fill: 'tint:cream' })),
      );
    case 'hollow':
      return make(...cut, core('ink'));
    case 'diaphragmed':
      return make(...cut, core('tint:cream'), dots, bars(15, 3));
    case 'five-angled': {
      const star = Array.from({ length: 10 }, (_, i): Pt => {
        const r = i % 2 === 0 ? 22 : 10;
        const a = (i / 10) * 2 * Math.PI;
        return [60 + Math.sin(a) * r, 60 - Math.cos(a) * r];
      });
      return make(
        { d: circle(60, 60, 48), fill: 'wood-dark', stroke: 'ink', width: 1.8 },
        { d: circle(60, 60, 42), fill: 'wood-light', stroke: 'ink', width: 1.1 },
        {
          d: Array.from({ length: 30 }, (_, i) => {
            const a = (i / 30) * 2 * Math.PI;
            return polyline([
              [60 + Math.cos(a) * 24, 60 + Math.sin(a) * 24],
              [60 + Math.cos(a) * 41, 60 + Math.sin(a) * 41],
            ]);
          }).join(''),
          stroke: 'ink',
          width: 0.5,
          fill: 'none',
          opacity: 0.5,
        },
        { d: polyline(star, true), fill: 'tint:cream', stroke: 'ink', width: 1.6 },
      );
    }
    default:
      return null;
  }
}

/** Twigs, buds and pith, 120 by 120. */
export const TWIG_ANSWERS: Answers = {
  arrangement: arrangement,
  'twig-thickness': (state) => make(...twigShapes(twigOf({ thickness: state }))),
  'twig-colour': (state) => (TINTS[state] ? make(...twigShapes(twigOf({ thickness: 'stout', colour: `tint:${state}` }))) : null),
  'twig-line': (state) => make(...twigShapes(twigOf({ line: state, thickness: 'slender' }))),
  'twig-surface': (state) =>
    make(
      ...twigShapes(
        twigOf({
          surface: state,
          thickness: state === 'corky-winged' ? 'slender' : 'stout',
          bud: { ...PLAIN_TWIG.bud, shape: 'conical' },
          set: 'pressed-flat',
          bare: true,
        }),
        60,
        124,
        30,
      ),
    ),
  pith: pith,
  'bud-shape': (state) =>
    bigBud(
      { shape: state, scales: state === 'stalked' ? 'two-three' : state === 'hidden' ? '' : 'many' },
      { 'needle-long': 96, conical: 84, stalked: 92, 'flat-triangular': 52, hidden: 22, round: 62 }[state] ?? 76,
    ),
  'bud-scales': (state) => bigBud({ scales: state }),
  'bud-colour': (state) => bigBud({ colour: state }),
  'bud-surface': (state) => bigBud({ surface: state, ...(state === 'sticky' ? { colour: 'orange' } : {}) }, 74),
  'bud-set': (state) =>
    make(
      ...twigShapes(
        twigOf({
          set: state,
          thickness: 'stout',
          bud: { ...PLAIN_TWIG.bud, colour: state === 'round-clusters' ? 'red' : '' },
          arrangement: state === 'round-clusters' ? 'opposite' : 'alternate',
        }),
      ),
    ),
};

/** Fur or shine of a leaf's upper side, as a patch; 120 by 120. */
export function surfaceFigure(state: string): Figure | null {
  const rim = smooth(pts('14,60 34,24 70,14 104,34 106,78 76,106 36,100'), true);
  const patch = (fill: Paint): Shape => ({ d: rim, fill, stroke: 'ink', width: 1.6 });
  const veins: Shape = {
    d:
      smooth(pts('18,66 56,58 104,46')) +
      [34, 52, 70, 86]
        .map(
          (x) =>
            polyline(bezier([x, 63 - (x - 34) * 0.15], [x + 5, 52], [x + 9, 42], [x + 13, 32], 6)) +
            polyline(bezier([x, 63 - (x - 34) * 0.15], [x + 6, 72], [x + 11, 82], [x + 15, 90], 6)),
        )
        .join(''),
    stroke: 'ink',
    width: 0.9,
    fill: 'none',
    opacity: 0.7,
  };
  const specks = (draw: (x: number, y: number, i: number) => string, n: number): string =>
    Array.from({ length: n }, (_, i) => {
      const a = i * 2.399963;
      const r = 42 * Math.sqrt((i + 0.5) / n);
      return draw(60 + r * Math.cos(a), 60 + r * Math.sin(a) * 0.9, i);
    }).join('');
  switch (state) {
    case 'smooth':
      return make(patch('leaf'), veins);
    case 'glossy':
      return make(patch('leaf-dark'), veins, {
        d: smooth(pts('30,46 50,29 80,24')) + smooth(pts('38,56 50,46 64,41')),
        stroke: 'paper',
        width: 5.5,
        fill: 'none',
        opacity: 0.88,
      });
    case 'velvety':
      return make(patch('leaf'), veins, {
        d: specks(
          (x, y, i) =>
            polyline([
              [x, y],
              [x + 2 + wobble(i), y - 6.5],
            ]),
          150,
        ),
        stroke: 'ink',
        width: 0.8,
        fill: 'none',
        opacity: 0.75,
      });
    case 'rough':
      return make(patch('leaf'), veins, {
        d: specks(
          (x, y) =>
            polyline(
              [
                [x - 1.8, y + 1.8],
                [x, y - 2.6],
                [x + 1.8, y + 1.8],
              ],
              true,
            ),
          110,
        ),
        fill: 'ink',
        opacity: 0.65,
      });
    case 'leathery':
      return make(
        { d: smooth(pts('17,65 37,30 73,19 107,39 109,83 79,111 39,105'), true), fill: 'ink', opacity: 0.85 },
        patch('leaf-dark'),
        { ...veins, width: 1.8, opacity: 0.5 },
        { d: smooth(pts('26,48 40,34 62,27')), stroke: 'paper', width: 2.6, fill: 'none', opacity: 0.5 },
        { d: smooth(pts('14,60 22,84 36,100 56,106 76,106')), stroke: 'ink', width: 3.6, fill: 'none' },
      );
    default:
      return null;
  }
}
