import type { OptionKind } from '../../knowledge';
import type { Band } from '../../record/judgement';

// The record keeps short words that never change: "act first", "failing", "exclude target". People read these labels instead; no screen,
// note or sheet shows a stored word.

const RATINGS: Record<Band, string> = {
  thriving: 'good',
  fair: 'fair',
  strained: 'stressed',
  failing: 'declining',
  dead: 'dead',
  'no weakness seen': 'no defect seen',
  'no weakness seen on what was looked at': 'no defect seen on the parts inspected',
  weakness: 'defect',
  'serious weakness': 'serious defect',
  'act first': 'act now',
  'none suspected': 'none suspected',
  'none suspected on what was looked at': 'none suspected on the parts inspected',
  possible: 'possible',
  likely: 'likely',
  'not judged': 'not assessed',
};

/** A stored rating as people read it; another word as it is. */
export const ratingWords = (band: string): string => RATINGS[band as Band] ?? band;

const OPTIONS_SAID: Record<OptionKind, string> = {
  'close off now': 'close off the area now',
  'exclude target': 'keep people and property away',
  'stop the works': 'stop or move the works',
  'sample and report': 'take a sample and report it',
  'undo tie or stake': 'remove tie or stake',
  'take out dead wood': 'remove deadwood',
  'formative prune': 'formative pruning',
  'protect from mower and car': 'protect from mowers and vehicles',
  'improve the ground': 'improve the soil',
  treat: 'treat',
  support: 'install cable, brace or prop',
  'prune or reduce': 'prune or reduce the crown',
  'investigate further': 'advanced assessment',
  'free it from competitors': 'remove competition (climber or neighbour)',
  keep: 'retain, no work',
  watch: 'monitor',
  'keep as seed source': 'retain as seed tree',
  'bring on a successor': 'grow a replacement',
  'keep as habitat': 'retain as habitat tree',
  remove: 'remove the tree',
};
/** What can be done, as people read it. */
export const optionWords = (option: string): string => OPTIONS_SAID[option as OptionKind] ?? option;
