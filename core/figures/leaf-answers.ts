import type { Answers } from './answers';
import { leafFigure } from './leaf';
import { leafOf, type LeafForm } from './leaf/form';
import { needleFigure } from './leaf/shoot';
import { surfaceFigure } from './twig-answers';

/** What a leaf must be like for one state of a trait to be seen on it and nothing else. */
const FORMS: Record<string, (state: string) => Partial<LeafForm>> = {
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

/** Leaves, needles and fronds: a plain one on which nothing but the state can be seen. */
export const LEAF_ANSWERS: Answers = {
  ...Object.fromEntries(Object.entries(FORMS).map(([trait, form]) => [trait, (state: string) => leafFigure(leafOf(form(state)))])),
  'needle-form': needleFigure,
  'leaf-surface': surfaceFigure,
};
