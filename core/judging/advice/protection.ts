import { genusOf, isListed, type District, type OptionKind } from '../../knowledge';

/** Whether a law or by-law of the district protects a tree of this name; of one not named well enough it cannot be told. */
export type Protection = 'protected' | 'cannot be told' | null;

/** Options that cut, dig or fell. Keeping people out, a sample and a watch wait for nobody's leave. */
const TOUCHING: readonly OptionKind[] = [
  'take out dead wood',
  'formative prune',
  'prune or reduce',
  'improve the ground',
  'support',
  'keep as habitat',
  'remove',
];

/** Whether an option needs leave where the tree is protected. */
export const touchesTheTree = (option: OptionKind): boolean => TOUCHING.includes(option);

/**
 * How a district's list of what is protected stands to a tree. A list names kinds and genera; a tree named to its genus may be any kind
 * of it, and one without a name any at all: common practice, no source.
 * @param name accepted name or genus; null where the tree has none yet
 */
export function protectionOf(district: District | undefined, name: string | null): Protection {
  const listed = district?.lists.protected ?? [];
  if (listed.length === 0) return null;
  if (name === null) return 'cannot be told';
  if (isListed(listed, name)) return 'protected';
  return name === genusOf(name) && listed.some((one) => genusOf(one) === name) ? 'cannot be told' : null;
}
