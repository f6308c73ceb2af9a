import { STEM_SIDES, type Zone } from '@dendrix/core/knowledge';

/** The order of a walk round: the stem side by side, then down, then up. */
export const ORDER: readonly Zone[] = [
  ...STEM_SIDES,
  'collar',
  'roots',
  'soil',
  'unions',
  'branches',
  'crown-low',
  'crown-mid',
  'crown-top',
  'foliage',
  'surroundings',
];
