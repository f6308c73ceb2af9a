import type { Zone } from '../../knowledge';

const WORDS: Record<Zone, string> = {
  'crown-top': 'top of the crown',
  'crown-mid': 'middle of the crown',
  'crown-low': 'lower crown',
  branches: 'branches',
  unions: 'unions (forks)',
  'stem-n': 'north side of the stem',
  'stem-ne': 'north-east side of the stem',
  'stem-e': 'east side of the stem',
  'stem-se': 'south-east side of the stem',
  'stem-s': 'south side of the stem',
  'stem-sw': 'south-west side of the stem',
  'stem-w': 'west side of the stem',
  'stem-nw': 'north-west side of the stem',
  collar: 'root collar',
  roots: 'roots',
  soil: 'soil',
  foliage: 'foliage',
  surroundings: 'surroundings',
};

/** A zone in words: "south-east side of the stem". */
export const zoneWords = (zone: Zone): string => WORDS[zone];

/** A stem side as a compass word: "south-east". */
export const sideWords = (zone: Zone): string => WORDS[zone].replace(' side of the stem', '');
