import { monthWords } from './months';

/** What a visit in a season can settle, in short words. */
export const planning = {
  form: 'form',
  bark: 'bark',
  twig: 'twig and bud',
  leaf: 'leaf',
  foliage: 'foliage',
  leafAndFoliage: 'leaf and foliage',
  bareStructure: 'structure, bare',
  flower: 'flower',
  fruit: 'fruit',
  months: monthWords,
};
