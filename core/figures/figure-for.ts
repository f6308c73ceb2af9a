import { barkFigure } from './bark';
import { crownFigure, leafRetention, silhouette } from './crown';
import { flowerFigure } from './flower';
import { coneSet } from './fruit/cones';
import { fruitFigure, samaraAngle } from './fruit';
import { leafFigure } from './leaf';
import { leafOf, type LeafForm } from './leaf/form';
import { needleFigure } from './leaf/shoot';
import { circle, polyline, smooth, type Figure, type Paint, type Pt, type Shape, pts } from './shape';
import { make } from './pen';
import { senseFigure } from './senses';
import { surfaceFigure, twigFigure } from './twig-answers';

/** What a leaf must be like for one state of a trait to be seen on it and nothing else. */
const LEAF_STATES: Record<string, (state: string) => Partial<LeafForm>> = {
  'leaf-type': (state) => ({
    type: state,
    shape: state === 'palmate-compound' ? 'obovate' : 'elliptic',
    leaflets: state === 'palmate-compound' ? 5 : state === 'bipinnate' ? 100 : 9,
  }),
  'leaf-shape': (state) =>
    state === 'maple' || state === 'star'
      ? {
          shape: state,
          lobes: 'palmate',
          lobeCount: 5,
          depth: state === 'star' ? 'deep' : 'half',
          base: 'heart',
          margin: state === 'maple' ? 'coarse-toothed' : 'entire',
        }
      : {
          shape: state,
          base:
            state === 'heart'
              ? 'heart'
              : state === 'triangular'
                ? 'rounded'
                : ['lance', 'linear', 'sickle', 'obovate', 'spatulate'].includes(state)
                  ? 'wedge'
                  : 'rounded',
          tip: state === 'round' || state === 'spatulate' ? 'rounded' : 'pointed',
        },
  'leaf-lobes': (state) =>
    state === 'none'
      ? {}
      : state === 'pinnate'
        ? { lobes: 'pinnate', shape: 'elliptic', lobeCount: 7, tip: 'rounded' }
        : { lobes: 'palmate', shape: 'maple', base: 'heart' },
  'lobe-depth': (state) => ({ lobes: 'palmate', shape: 'maple', depth: state, base: 'heart' }),
  'leaf-margin': (state) =>
    state === 'bristle-tipped' ? { margin: state, lobes: 'pinnate', shape: 'elliptic', lobeCount: 7 } : { margin: state, shape: 'ovate' },
  'leaf-base': (state) => ({ base: state, shape: state === 'heart' ? 'heart' : 'ovate' }),
  'leaf-tip': (state) => ({ tip: state, shape: 'elliptic' }),
  'needle-set': (state) => ({
    type: 'needle',
    needleSet: state,
    needleForm: { 'two-ranked': 'flat-soft', 'in-bundles': 'half-round', 'pressed-scales': 'scale' }[state] ?? 'four-angled',
    bundle: 2,
  }),
  'frond-form': (state) => ({ type: 'frond', frond: state }),
  'leaf-veins': (state) => ({ veins: state, shape: 'ovate' }),
  'leaf-underside': (state) => ({ underside: state, shape: 'ovate' }),
};

function sapFigure(state: string): Figure | null {
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

function positionFigure(state: string): Figure | null {
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

const drawn = new Map<string, Figure | null>();

/**
 * The drawing of one state of one trait, or null for a word the vocabulary does not hold. Drawn once and kept: the same answer
 * is the same figure, so a screen that shows it again has nothing to do.
 */
export function figureFor(trait: string, state: string): Figure | null {
  const key = `${trait}/${state}`;
  let figure = drawn.get(key);
  if (figure === undefined) {
    figure = draw(trait, state);
    drawn.set(key, figure);
  }
  return figure;
}

function draw(trait: string, state: string): Figure | null {
  const leaf = LEAF_STATES[trait];
  if (leaf) return leafFigure(leafOf(leaf(state)));
  switch (trait) {
    case 'bark-texture':
      return barkFigure(state);
    case 'bark-extent': {
      const bare = silhouette('leader', 'excurrent');
      if (!bare) return null;
      const to = state === 'whole-stem' ? 14 : 74;
      return {
        ...bare,
        shapes: [
          ...bare.shapes,
          {
            d: Array.from({ length: Math.floor((110 - to) / 5) }, (_, i) => `M56 ${110 - i * 5}L64 ${107 - i * 5}`).join(''),
            stroke: 'ink',
            width: 2.2,
            fill: 'none',
          },
        ],
      };
    }
    case 'bark-section':
      return make(
        {
          d: polyline(pts('14,30 106,30 106,90 14,90'), true),
          fill: 'wood',
          stroke: 'ink',
          width: 2,
        },
        ...(state === 'banded'
          ? [{ d: [38, 50, 62, 74].map((y) => `M15 ${y}H105V${y + 6}H15Z`).join(''), fill: 'tint:cream' as const }]
          : []),
      );
    case 'crown-shape':
      return crownFigure(state);
    case 'leaf-retention':
      return leafRetention(state);
    case 'leaf-surface':
      return surfaceFigure(state);
    case 'fruit-type':
      return fruitFigure(state);
    case 'cone-set':
      return coneSet(state);
    case 'needle-form':
      return needleFigure(state);
    case 'samara-angle':
      return samaraAngle(state);
    case 'flower-form':
      return flowerFigure(state);
    case 'sap':
      return sapFigure(state);
    case 'position':
      return positionFigure(state);
    default:
      return senseFigure(trait, state) ?? silhouette(trait, state) ?? twigFigure(trait, state);
  }
}

/** Whether a state of a trait has a drawing. */
export const hasFigure = (trait: string, state: string): boolean => figureFor(trait, state) !== null;
