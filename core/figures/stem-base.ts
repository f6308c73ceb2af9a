import type { Answers } from './answers';
import { onGround } from './ground';
import { pen } from './pen';
import { place, polyline, pts, smooth, wobble, type Figure, type Pt, type Shape } from './shape';

const STEM = '47,12 47,60 45,86 41,104 34,113 86,113 79,104 75,86 73,60 73,12';

const wood = (d: string, fill: Shape['fill'] = 'wood', width = 1.7): Shape => ({ d, fill, stroke: 'ink', width });
const grain = pen(
  smooth(pts('54,14 54,60 52,100')) + smooth(pts('60,14 61,60 60,104')) + smooth(pts('67,14 66,60 68,100')),
  0.8,
  'ink',
  0.5,
);

function stemBase(state: string): Figure | null {
  const flare = wood(smooth(pts(STEM), true));
  switch (state) {
    case 'plain':
      return onGround([
        wood(polyline(pts('46,10 46,113 74,113 74,10'), true)),
        pen(smooth(pts('53,12 53,60 53,112')) + smooth(pts('60,12 61,60 60,112')) + smooth(pts('67,12 66,60 67,112')), 0.8, 'ink', 0.5),
      ]);
    case 'flared':
      return onGround([wood(smooth(pts('47,10 47,58 44,82 36,100 20,113 100,113 84,100 76,82 73,58 73,10'), true)), grain]);
    case 'fluted':
      return onGround([
        flare,
        ...[-11, -3.5, 4, 11.5].map((x): Shape => ({
          d: smooth(
            [
              [60 + x * 0.8, 12],
              [60 + x, 62],
              [60 + x * 1.7, 112],
              [60 + x * 1.7 + 4, 112],
              [60 + x + 2.4, 62],
              [60 + x * 0.8 + 1.6, 12],
            ],
            true,
          ),
          fill: 'wood-dark',
          stroke: 'ink',
          width: 0.9,
        })),
      ]);
    case 'buttressed':
      return onGround([
        flare,
        wood(smooth(pts('48,34 42,66 26,96 4,113 44,113 50,80'), true), 'wood-light'),
        wood(smooth(pts('72,34 78,66 94,96 116,113 76,113 70,80'), true), 'wood-light'),
        wood(smooth(pts('60,40 64,70 70,113 52,113 56,70'), true), 'wood-dark'),
      ]);
    case 'surface-roots':
      return onGround([
        flare,
        ...['44,108 32,104 22,111 4,108', '76,108 90,103 100,110 117,106', '54,111 48,117 30,118', '66,111 74,117 94,118'].flatMap(
          (root) => [pen(smooth(pts(root)), 6.6), pen(smooth(pts(root)), 4, 'wood')],
        ),
        grain,
      ]);
    default:
      return null;
  }
}

function basalShoots(state: string): Figure | null {
  const n = { none: 0, some: 4, many: 14 }[state];
  if (n === undefined) return null;
  const shoots = Array.from({ length: n }, (_, i) => {
    const x = 60 + (i - (n - 1) / 2) * (n > 5 ? 6.2 : 20);
    const top = 62 + 20 * Math.abs(wobble(i, 2));
    const line: Pt[] = [
      [60 + (x - 60) * 0.8, 112],
      [x + wobble(i) * 3, 92],
      [x + (x - 60) * 0.22, top],
    ];
    const leaves = [0, 1, 2]
      .map((k) => smooth(place(pts('0,0 5,-5 11,-3 5,2'), [x + (x - 60) * 0.1, top + 6 + k * 11], k % 2 ? Math.PI : 0), true))
      .join('');
    return { line, leaves };
  });
  return onGround([
    wood(smooth(pts(STEM), true)),
    grain,
    pen(shoots.map((s) => smooth(s.line)).join(''), 2.6),
    { d: shoots.map((s) => smooth(s.line)).join(''), stroke: 'leaf-dark', width: 1.4, fill: 'none' },
    { d: shoots.map((s) => s.leaves).join(''), fill: 'leaf', stroke: 'ink', width: 0.8 },
  ]);
}

/** The foot of the stem, and the shoots at it. */
export const STEM_BASE_ANSWERS: Answers = { 'stem-base': stemBase, 'basal-shoots': basalShoots };
