import { editDistance } from '../../knowledge';

const LETTERS = 27;
const A = 97;

/** How often each letter stands in a word, blanks last. */
function lettersOf(word: string): Uint8Array {
  const counts = new Uint8Array(LETTERS);
  for (let i = 0; i < word.length; i++) {
    const letter = word.charCodeAt(i) - A;
    const at = letter >= 0 && letter < LETTERS - 1 ? letter : LETTERS - 1;
    counts[at] = (counts[at] as number) + 1;
  }
  return counts;
}

/** The least number of slips that can lie between two words, by their letters alone: each slip adds, drops or changes one. */
function leastSlips(a: Uint8Array, b: Uint8Array): number {
  let more = 0;
  let fewer = 0;
  for (let i = 0; i < LETTERS; i++) {
    const by = (a[i] as number) - (b[i] as number);
    if (by > 0) more += by;
    else fewer -= by;
  }
  return Math.max(more, fewer);
}

/**
 * Makes a finder of the nearest of many words. What the letters alone rule out is not compared, which leaves a few of some thousands.
 * @param words lower-case, of letters and blanks
 * @returns for a word and the most slips allowed, the words nearest to it and how many slips away they are; none where all are further
 */
export function nearWords(words: readonly string[]): (word: string, most: number) => { slips: number; found: string[] } {
  const known = words.map((word) => ({ word, letters: lettersOf(word) }));
  return (asked, most) => {
    const letters = lettersOf(asked);
    let slips = most + 1;
    let found: string[] = [];
    for (const one of known) {
      const limit = Math.min(most, slips);
      if (Math.abs(one.word.length - asked.length) > limit || leastSlips(letters, one.letters) > limit) continue;
      const distance = editDistance(asked, one.word, limit);
      if (distance > limit) continue;
      if (distance < slips) [slips, found] = [distance, []];
      found.push(one.word);
    }
    return { slips, found };
  };
}
