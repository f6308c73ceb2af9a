/** "a, b and c" */
export const listed = (words: readonly string[], last: 'and' | 'or' = 'and'): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;

/** First letter large. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
