import type { NextSign } from '../../record/judgement';
import { entropy } from '../../maths/entropy';
import type { Library, Sign } from '../../knowledge';
import type { Weighed } from './differential';
import type { AssessInput } from '../request';
import { explainedByDate } from '../looked/season-of-sign';

/** Effort of finding a sign, in looks from the ground. Common practice, no source. */
const EFFORT: Record<Sign['found'], number> = { look: 1, close: 1.3, sound: 1.5, probe: 1.7, dig: 3 };
/** Looks that promise less are not worth the walk. */
const LEAST_BITS = 0.03;
/** Causes below this do not steer where to look. */
const STEERS = 0.01;
/** A cause shows a sign, for the words, from here; and does not show it up to there. */
const SHOWS = 0.5;
const HARDLY = 0.15;

/**
 * Signs not yet seen nor ruled out, by expected information per effort: the entropy of the causes now less the mean entropy
 * after the answer (mutual information of cause and sign, Shannon 1948).
 */
export function nextSigns(library: Library, input: AssessInput, causes: readonly Weighed[]): NextSign[] {
  const standing = causes.filter((cause) => cause.probability >= STEERS);
  if (standing.length < 2) return [];
  const mass = standing.reduce((sum, cause) => sum + cause.probability, 0);
  const share = standing.map((cause) => cause.probability / mass);
  const before = entropy(share);
  const known = new Set([...input.signs.map((sign) => sign.id), ...input.absent]);
  return library.signs
    .flatMap((sign, i): (NextSign & { worth: number })[] => {
      if (known.has(sign.id)) return [];
      // What cannot be told at this date is no look for today.
      if (explainedByDate(library, { id: sign.id }, input)) return [];
      const chance = standing.map((cause) => cause.expects[i] as number);
      const yes = share.reduce((sum, p, j) => sum + p * (chance[j] as number), 0);
      const after = (there: boolean) => {
        const total = there ? yes : 1 - yes;
        if (total <= 0) return 0;
        return total * entropy(share.map((p, j) => (p * (there ? (chance[j] as number) : 1 - (chance[j] as number))) / total));
      };
      const bits = before - after(true) - after(false);
      if (bits < LEAST_BITS) return [];
      const names = (keep: (p: number) => boolean) =>
        standing
          .filter((_c, j) => keep(chance[j] as number))
          .map((cause) => cause.name)
          .slice(0, 3);
      return [
        {
          sign: sign.id,
          label: sign.label,
          hint: sign.hint,
          zones: [...sign.zones],
          found: sign.found,
          bits,
          shownBy: names((p) => p >= SHOWS),
          notBy: names((p) => p <= HARDLY),
          worth: bits / EFFORT[sign.found],
        },
      ];
    })
    .sort((a, b) => b.worth - a.worth || a.sign.localeCompare(b.sign))
    .map(({ worth: _worth, ...look }) => look);
}
