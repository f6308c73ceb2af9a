import { readingHeightWords, type UnitSystem } from '../../units/lengths';

/** How to measure: what to do, and the words on the drawings. @param height of the reading, m */
export const howTo = (units: UnitSystem) => {
  const h = (height: number) => readingHeightWords(height, units);
  return {
    says: {
      level: (height: number) =>
        `Tape level round the stem at ${h(height)} above the ground, no twist, bark and climbers kept out from under it.`,
      slope: (height: number) => `On a slope stand uphill: ${h(height)} from the ground on the uphill side.`,
      lean: (height: number) => `On a leaning stem measure ${h(height)} along the stem, and lay the tape square to it.`,
      fork: () => 'Where it forks at or just above the height, measure below the fork at the narrowest point, and write that height down.',
      several: (height: number) =>
        `Where it parts below the height, measure every stem at ${h(height)}; they are put together by their cross-sections.`,
      swelling: () => 'At a swelling, burl or branch ring measure below it at the narrowest point, and write that height down.',
      buttress: (height: number) =>
        `Above buttresses, where the stem has become round; write that height down, since it is not ${h(height)}.`,
      tangent: () =>
        'Stand at least as far off as it is tall, on the same level. Tape the level distance, sight the true top, then the base: below the level it is minus.',
      sine: () =>
        'With a laser: the slope distance and angle to the top itself, then to the base. It needs no level ground, and serves wide crowns whose top is not over the stem.',
      stick: () =>
        'Hold a stick upright at arm’s length and walk until it just covers the tree from base to top. Height is distance times stick over arm.',
      device: () => 'The hypsometer gives slope distance and angle to base and top; both come in by themselves.',
      'too-close': () =>
        'Nearer than its height the angle is steep and a small error of it is a large one of the height. Step back to at least its height.',
      'near-limb': () =>
        'The line may graze a near limb and miss the top behind it: the height then reads too large. Step back or go round.',
      leaning: () => 'A lean toward you reads too tall, away too short. Go where it leans across your line of sight, or give the lean.',
      axes: () => 'From above: the longest way through the crown, and the way across it. Look straight up under the edge, or use a plumb.',
      spokes: () => 'From the middle of the stem out to the edge, in four or eight directions. The spread is twice their mean.',
      base: () => 'To the lowest live foliage of the crown proper: single shoots on the stem and one stray low limb do not count.',
    },
    written: {
      height: h,
      uphill: () => 'uphill',
      'narrowest-below': () => 'narrowest, below',
      'not-on-the-swelling': () => 'not on the swelling',
      above: () => 'above',
      'level-distance': () => 'level distance',
      top: () => 'top',
      base: () => 'base',
      'distance-and-angle': () => 'distance and angle',
      arm: () => 'arm',
      stick: () => 'stick',
      distance: () => 'distance',
      'shot-top': () => 'shot 2: top',
      'shot-base': () => 'shot 1: base',
      'step-back': () => 'step back',
      'near-limb': () => 'near limb',
      'not-the-foot': () => 'not the foot',
      longest: () => 'longest',
      across: () => 'across',
      north: () => 'N',
      'lowest-live-crown': () => 'lowest live crown',
    },
  };
};
