import { readingHeightWords, type UnitSystem } from '../../units/lengths';

/** How to measure: what to do, and the words on the drawings. @param height of the reading, m */
export const howTo = (units: UnitSystem) => {
  const h = (height: number) => readingHeightWords(height, units);
  return {
    says: {
      level: (height: number) =>
        `Put the tape level around the stem, ${h(height)} above the ground. Do not twist it. Keep loose bark and climbers out.`,
      slope: (height: number) => `On a slope, stand uphill. Measure ${h(height)} up from the ground on that side.`,
      lean: (height: number) => `On a leaning stem, measure ${h(height)} along the stem. Hold the tape at a right angle to it.`,
      fork: () => 'If it forks at or just above this height, measure the narrowest point below the fork. Record that height.',
      several: (height: number) =>
        `If it forks below this height, measure every stem at ${h(height)}. The app combines their cross-sections.`,
      swelling: () => 'At a swelling, burr or branch ring, measure the narrowest point below it. Record that height.',
      buttress: (height: number) => `Measure above the buttresses, where the stem is round. Record that height: it is not ${h(height)}.`,
      tangent: () =>
        'Stand at least one tree height away, on the same level. Measure the horizontal distance. Sight the true top, then the base. Below level, the base angle is negative.',
      sine: () =>
        'With a laser: the slope distance and angle to the top itself, then to the base. It needs no level ground, and serves wide crowns whose top is not over the stem.',
      stick: () =>
        'Hold a stick upright at arm’s length. Walk until it just covers the tree from base to top. Height = distance × stick length ÷ arm length.',
      device: () => 'The hypsometer measures slope distance and angle to base and top. The app reads them automatically.',
      'too-close': () => 'Too close: a small angle error gives a large height error. Step back to at least the tree’s height.',
      'near-limb': () => 'A near limb may hide the true top. The height then reads too large. Step back or move around the tree.',
      leaning: () => 'A lean toward you reads too tall, away too short. Go where it leans across your line of sight, or give the lean.',
      axes: () =>
        'Measure the longest width of the crown, then the width at a right angle. Look straight up at the crown edge, or use a plumb line.',
      spokes: () => 'From the middle of the stem out to the edge, in four or eight directions. The spread is twice their mean.',
      base: () => 'Measure to the lowest live foliage of the main crown. Do not count stem shoots or one stray low limb.',
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
