/** "a, b and c" */
export const listed = (words: readonly string[], last: 'and' | 'or' = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;

/** First letter large. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** First letter small: a sentence that becomes a clause, a label in the middle of one. */
export const small = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** Without its full stop. */
export const open = (sentence: string): string => sentence.replace(/\.$/, '');

/** With a full stop, unless it ends in one or the like already. */
export const stop = (words: string): string => (/[.!?)]$/.test(words) ? words : `${words}.`);

/** "1 pointer", "3 pointers" */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** 0.34 as "34%". */
export const percent = (share: number): string => `${Math.round(share * 100)}%`;
