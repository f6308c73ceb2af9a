import type { Answers } from './answers';
import { make } from './pen';
import { circle, polyline, pts, smooth, type Figure, type Paint, type Pt, type Shape } from './shape';

/** A leaf torn across, its halves held together by threads. */
const torn = (): Figure =>
  make(
    { d: smooth(pts('60,2 88,16 96,36 84,44 72,40 58,46 44,40 30,44 24,32 34,14'), true), fill: 'leaf', stroke: 'ink', width: 1.6 },
    { d: smooth(pts('60,118 86,104 96,84 84,78 72,82 58,76 44,82 30,78 24,88 34,106'), true), fill: 'leaf', stroke: 'ink', width: 1.6 },
    {
      d: [34, 44, 54, 64, 74, 84].map((x, i) => smooth(pts(`${x},${42 + (i % 2) * 2} ${x + 3},60 ${x},${80 - (i % 2) * 2}`))).join(''),
      stroke: 'ink',
      width: 1,
      fill: 'none',
    },
  );

function sap(state: string): Figure | null {
  if (state === 'threads') return torn();
  const drop: Record<string, Paint> = { clear: 'paper', milky: 'tint:white', resin: 'tint:yellow', 'red-gum': 'tint:red' };
  const paint = drop[state];
  if (!paint) return null;
  return make(
    {
      d: polyline(pts('44,4 44,44 76,44 76,4')),
      fill: 'leaf',
      stroke: 'ink',
      width: 1.8,
    },
    {
      d: smooth(pts('60,44 78,78 74,98 60,106 46,98 42,78'), true),
      fill: paint,
      stroke: 'ink',
      width: 1.8,
      opacity: state === 'clear' ? 0.6 : 1,
    },
    {
      d: smooth(pts('52,74 50,86 55,94')),
      stroke: state === 'milky' ? 'soft' : 'paper',
      width: 3,
      fill: 'none',
    },
  );
}

function position(state: string): Figure | null {
  const tree = (x: number, y: number, s = 1): Shape => ({
    d: `${polyline([
      [x, y],
      [x, y - 16 * s],
    ])}${circle(x, y - 26 * s, 12 * s)}`,
    fill: 'leaf',
    stroke: 'ink',
    width: 1.6,
  });
  const land = (points: Pt[]): Shape => ({ d: smooth(points), stroke: 'ink', width: 2, fill: 'none' });
  const water = (y: number, from = 0, to = 120): Shape => ({
    d: [0, 7, 14]
      .map((o) => smooth(Array.from({ length: 7 }, (_, i): Pt => [from + ((to - from) * i) / 6, y + o + (i % 2 ? 2.5 : -2.5)])))
      .join(''),
    stroke: 'tint:blue',
    width: 2.2,
    fill: 'none',
  });
  switch (state) {
    case 'riverside':
      return make(land(pts('0,76 48,78 62,96')), water(98, 58), tree(38, 77, 1.3));
    case 'floodplain':
      return make(land(pts('0,92 120,92')), water(97, 6, 50), water(97, 72, 116), tree(60, 92, 1.5));
    case 'slope':
      return make(land(pts('0,104 60,72 120,30')), tree(60, 72, 1.4));
    case 'ridge':
      return make(land(pts('0,110 40,66 60,58 80,66 120,110')), tree(60, 58, 1.3));
    case 'coastal':
      return make(land(pts('0,80 50,84 66,100')), water(96, 62), tree(36, 82, 1.2), {
        d: smooth(pts('80,50 87,44 94,50 101,44 108,50')),
        stroke: 'ink',
        width: 1.6,
        fill: 'none',
      });
    case 'understory':
      return make(land(pts('0,106 120,106')), tree(28, 106, 2.5), tree(94, 106, 2.5), tree(61, 106, 1));
    case 'open-ground':
      return make(land(pts('0,98 120,98')), tree(60, 98, 1.7));
    default:
      return null;
  }
}

/** Where it stands, and what runs out of a cut. */
export const SITE_ANSWERS: Answers = { sap, position };
