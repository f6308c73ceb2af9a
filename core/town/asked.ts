import type { TreeBrief } from '../contracts/api';
import { daysBetween } from '../time/dates';

/** What a map of trees can be asked. */
export const ASKS = ['due', 'name', 'vigour', 'soundness'] as const;
export type Ask = (typeof ASKS)[number];

/** The answers to each, in the order in which they are told. Of what nobody looked at there is always a word. */
export const ANSWERS = {
  due: ['over', 'soon', 'later', 'never'],
  name: ['confirmed', 'proposed', 'questioned', 'listed', 'unnamed'],
  vigour: ['good', 'strained', 'failing', 'blank'],
  soundness: ['none', 'partly', 'weak', 'serious', 'blank'],
} as const satisfies Record<Ask, readonly string[]>;
export type Answer<A extends Ask = Ask> = (typeof ANSWERS)[A][number];

/** A tree is due soon within so many days. */
export const SOON_DAYS = 90;

const NAME: Record<TreeBrief['standing'], Answer<'name'>> = {
  confirmed: 'confirmed',
  overturned: 'confirmed',
  proposed: 'proposed',
  questioned: 'questioned',
  contested: 'questioned',
  imported: 'listed',
  unnamed: 'unnamed',
};
const VIGOUR: Record<string, Answer<'vigour'>> = {
  thriving: 'good',
  fair: 'good',
  strained: 'strained',
  failing: 'failing',
  dead: 'failing',
};
const SOUNDNESS: Record<string, Answer<'soundness'>> = {
  'no weakness seen': 'none',
  'no weakness seen on what was looked at': 'partly',
  weakness: 'weak',
  'serious weakness': 'serious',
  'act first': 'serious',
};

/** What is asked of a tree. */
export type Asked = Pick<TreeBrief, 'dueOn' | 'standing' | 'vigour' | 'soundness'>;

/** When a tree is due, seen from a day. */
export function dueAnswer(dueOn: string | null, today: string): Answer<'due'> {
  if (dueOn === null) return 'never';
  const days = daysBetween(today, dueOn);
  return days <= 0 ? 'over' : days <= SOON_DAYS ? 'soon' : 'later';
}

/** Which answer a tree gives. A word that is not known counts as not looked at, never as sound. */
export function answerOf(ask: Ask, tree: Asked, today: string): Answer {
  switch (ask) {
    case 'due':
      return dueAnswer(tree.dueOn, today);
    case 'name':
      return NAME[tree.standing];
    case 'vigour':
      return VIGOUR[tree.vigour ?? ''] ?? 'blank';
    case 'soundness':
      return SOUNDNESS[tree.soundness ?? ''] ?? 'blank';
  }
}

/** Trees by the answers they give to a question; an answer that none gives is left out. */
export function countAnswers(ask: Ask, trees: readonly Asked[], today: string): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const tree of trees) {
    const answer = answerOf(ask, tree, today);
    counts[answer] = (counts[answer] ?? 0) + 1;
  }
  return counts;
}

/**
 * What a tile says of a tree: its answer to every question, so that another question asks for nothing. The answer to "when due" changes
 * with the day, so the day itself is told, as a number since 1970.
 */
export const tileTags = (tree: Asked & { id: string; tag: string }): Record<string, string | number> => ({
  id: tree.id,
  tag: tree.tag,
  ...(tree.dueOn === null ? {} : { due: dayNumber(tree.dueOn) }),
  name: answerOf('name', tree, ''),
  vigour: answerOf('vigour', tree, ''),
  soundness: answerOf('soundness', tree, ''),
});

/** A day as a number: those since 1970. */
export const dayNumber = (day: string): number => daysBetween('1970-01-01', day);
