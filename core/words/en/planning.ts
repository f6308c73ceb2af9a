import { monthWords } from './months';

/** What a visit in a season can settle, in short words. */
export const planning = {
  form: 'form',
  bark: 'bark',
  twig: 'twig and bud',
  leaf: 'leaf',
  foliage: 'foliage',
  leafAndFoliage: 'leaf and foliage',
  bareStructure: 'structure, out of leaf',
  flower: 'flower',
  fruit: 'fruit',
  months: monthWords,

  dueNow: 'due',
  pinned: 'asked for',
  /** Why a tree is not among the stops of a round. */
  left: {
    noTime: 'no time in this round',
    swapped: 'removed from this round',
    taken: (name: string) => `in the round of ${name}`,
    putOff: (until: string, name: string, reason: string) => `postponed to ${until} by ${name}: ${reason}`,
  },
};
