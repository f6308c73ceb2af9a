import type { Line } from '../../knowledge';
import { capital, listed, percent } from './grammar';
import { countsBefore, inRecord, townForms, whereItGrows } from './kinds';
import { LINE_WORDS } from './labels';
import { monthWords } from './months';

const lines = (of: readonly Line[]) => listed(of.map((line) => LINE_WORDS[line]));

/** Why a name is confirmed or not, what it rests on, and what will settle it. */
export const naming = {
  whereItGrows,
  countsBefore,
  inRecord,
  townForms,
  nothingSeen: 'No features recorded yet.',
  nothingFits: 'No species in the library matches these features.',
  /** A look-alike that the library does not hold and no mark has ruled out; the marks that would. */
  unheldAlike: ({ name, other, marks }: { name: string; other: string; marks: readonly { mark: string; words: string }[] }): string =>
    `${other}, which the library does not hold, may look the same as ${name}: look at ${listed(marks.map(({ mark, words }) => `${mark.toLowerCase()} (${words.replace(/\.$/, '')})`))}.`,
  /** How much falls to what the library does not hold, beside the names it weighs; the genus it would most likely be of. */
  besideThese: ({ probability, genus }: { probability: number; genus: string | null }): string =>
    `There is a ${Math.round(probability * 100)}% chance that the species is not in the library${genus ? `, most likely another ${genus}` : ''}.`,
  /** A name that leads because the town has many of it. */
  onlyCommonHere: (name: string, other: string): string =>
    `${name} leads because it is common here. The features alone suggest ${other}. Record another feature that separates them.`,
  mayBeUnheld: (name: string): string => `It may be a related species not in the library (near ${name}). Record more features.`,
  /** The rule of three lines: what speaks for the name, and what still holds it back. */
  threeLines({
    name,
    speaking,
    against,
    shared,
    unsplit,
    met,
  }: {
    name: string;
    speaking: readonly Line[];
    against: readonly Line[];
    /** Lines that suit a look-alike better. */
    shared: readonly { line: Line; better: string }[];
    /** Look-alikes not yet beaten. */
    unsplit: readonly string[];
    met: boolean;
  }): string {
    const says = speaking.length
      ? `${lines(speaking)} ${speaking.length === 1 ? 'speaks' : 'speak'} for ${name}`
      : `no line of evidence supports ${name} yet`;
    if (met) return `${capital(says)}. None against. Every similar species is at least ten times less likely.`;
    const obstacles = [
      ...(against.length ? [`${lines(against)} against it`] : []),
      ...shared.map(({ line, better }) => `${LINE_WORDS[line]} suits ${better} better`),
      ...(unsplit.length ? [`not yet split from ${listed(unsplit)}`] : []),
      ...(speaking.length < 3 ? [`three lines are asked for, ${speaking.length} ${speaking.length === 1 ? 'is' : 'are'} there`] : []),
    ];
    return `${capital(says)}; ${obstacles.join('; ')}.`;
  },
  marksAgainst: (marks: readonly string[], name: string) =>
    `${capital(listed(marks.map((mark) => mark.toLowerCase())))} ${marks.length === 1 ? 'is' : 'are'} against ${name}.`,
  decisive: ({ mark, state, name, among }: { mark: string; state: string; name: string; among: 'the list' | 'the library' }) =>
    `${capital(mark.toLowerCase())}: ${state.toLowerCase()}, seen for sure, is shown by no other taxon ${among === 'the list' ? "on the district's list" : 'in the library'}, and nothing is against ${name}.`,
  nothingDecisive: (name: string) => `No certain feature so far is unique to ${name}.`,

  observerDoesNotKnow: 'The inspector does not know the species.',
  writtenWithoutMarks: 'Typed by the inspector, without features.',
  writtenWithMarks: 'Typed by the inspector. The features support it.',
  writtenAgainstMarks: (lead: string, probability: number) =>
    `Typed by the inspector. The features suggest ${lead} (${percent(probability)}).`,

  /** A look planned for another season. @param splits names still standing, likeliest first */
  plannedLook(mark: string, months: readonly number[], splits: readonly string[]): string {
    const [first, ...others] = splits;
    const purpose = others.length > 0 ? `tells ${first} from ${others.slice(0, 2).join(' and ')}` : 'makes the name surer';
    return `${mark}, ${monthWords(months)}: ${purpose}`;
  },
  months: monthWords,
  countOf: (trait: string) => `the count ${trait}`,

  /** What is weak about a record. */
  markInWordsOnly: (words: string, other: string, trait: string) =>
    `The mark "${words}" against ${other} stands in words only: the two records do not differ in ${trait}.`,
  hardlySplit: (other: string, nats: number, limit: number) =>
    `${other} is hard to separate from it (${nats.toFixed(1)} nats; ten to one is ${limit.toFixed(1)}).`,
};
