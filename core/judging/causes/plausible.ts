import type { District, Library, Sign } from '../../knowledge';
import type { CountedInput, CountedSign } from '../looked/carried';
import type { SetAside } from '../looked/normal';
import {
  addEvidence,
  discounted,
  evidenceOf,
  noEvidence,
  explainsSign,
  hypotheses,
  NORMAL,
  requirementsMet,
  TEMPER,
  UNKNOWN_CAUSE,
} from './differential';

// How likely each cause would be if only some of the signs came from it. A tree can have several causes, so a sign that speaks for one
// never argues another away: cautions, the duty to report, dates and outlook come from here and not from the joint weighing.

/** A cause at its most likely over the sets of signs that could come from it. */
export interface Plausible {
  agent: string;
  probability: number;
  /** Day of the newest sign that speaks for it, the oldest such day over the sets of signs; ISO date. */
  since: string;
}

/** Plausible causes, the likeliest first, and the likeliest cause of one sign by itself. */
export interface PlausibleCauses {
  causes: Plausible[];
  alone: (sign: CountedSign) => { agent: string; probability: number } | undefined;
}

/**
 * Signs of one set at most. Every set of up to three is weighed, whatever else there is, so that one sign more only adds sets: by
 * construction no plausible cause becomes less so.
 */
const MOST_OF_A_SET = 3;
/** From so likely a set counts for the day since which a cause is plausible. */
const COUNTS_FROM = 0.05;

/** Every set of one to three of so many things, as lists of their places. */
export function setsOf(many: number): number[][] {
  const sets: number[][] = [];
  for (let a = 0; a < many; a++) {
    sets.push([a]);
    for (let b = a + 1; b < many; b++) {
      sets.push([a, b]);
      for (let c = b + 1; c < many && MOST_OF_A_SET > 2; c++) sets.push([a, b, c]);
    }
  }
  return sets;
}

/** One thing that was seen, with its sign in the library. */
interface Unit {
  seen: CountedSign;
  sign: Sign;
  /** Place of the sign in the library. */
  at: number;
}

/** What a sighting says of a cause, whichever side it was seen on: several sides with the same hole are one finding. */
function wordsOf({ key: _key, again: _again, photos: _photos, note: _note, ...said }: CountedSign): string {
  return JSON.stringify({ ...said, zone: said.zone.startsWith('stem-') ? 'stem' : said.zone });
}

function unitsOf(library: Library, signs: readonly CountedSign[]): Map<string, Unit> {
  const at = new Map(library.signs.map((sign, i) => [sign.id, i]));
  const units = new Map<string, Unit>();
  for (const seen of signs) {
    const place = at.get(seen.id);
    const sign = place === undefined ? undefined : library.signs[place];
    if (sign && place !== undefined) units.set(wordsOf(seen), { seen, sign, at: place });
  }
  return units;
}

/**
 * Evidence of a set for one cause: of each part of the tree the most telling sign in full, what speaks the same way beside it
 * discounted; of two forms of one sign the one that fits. The same sum as the joint weighing takes.
 */
function evidenceOfSet(set: readonly number[], of: Float64Array, from: number, units: readonly Unit[]): number {
  let sum = 0;
  for (let i = 0; i < set.length; i++) {
    const unit = units[set[i] as number] as Unit;
    // Each part of the tree is summed once, at its first sign.
    if (set.slice(0, i).some((j) => units[j]?.sign.group === unit.sign.group)) continue;
    const part = noEvidence();
    for (let k = i; k < set.length; k++) {
      const other = units[set[k] as number] as Unit;
      if (other.sign.group !== unit.sign.group) continue;
      let evidence = of[from + (set[k] as number)] as number;
      const twin = set.find((j, at) => at !== k && units[j]?.at === other.at);
      if (twin !== undefined) {
        const its = of[from + twin] as number;
        // Counted once, by the better of the two.
        if (its > evidence || (its === evidence && set.indexOf(twin) < k)) continue;
        evidence = Math.max(evidence, its);
      }
      addEvidence(part, evidence);
    }
    sum += discounted(part);
  }
  return sum;
}

/** @param aside signs that were set aside; each is weighed alone against being normal */
export function plausibleCauses(
  library: Library,
  input: CountedInput,
  aside: readonly SetAside[],
  district: District | undefined,
): PlausibleCauses {
  const found = new Map<string, Plausible>();
  const alone = new Map<string, { agent: string; probability: number }>();
  const weigh = (signs: readonly CountedSign[], normal: readonly SetAside[]) => {
    const byWords = unitsOf(library, signs);
    const units = [...byWords.values()];
    if (units.length === 0) return;
    const words = [...byWords.keys()];
    const ids = units.map(({ seen }) => seen.id);
    const causes = hypotheses(library, input, normal, district, (agent) =>
      units.some(({ sign, seen }) => explainsSign(agent, sign, [seen])),
    );
    const n = units.length;
    const evidence = new Float64Array(causes.length * n);
    const explains = new Uint8Array(causes.length * n);
    const priors = causes.map(({ prior }) => Math.log(prior));
    causes.forEach((cause, c) =>
      units.forEach(({ sign, at, seen }, u) => {
        evidence[c * n + u] = evidenceOf(cause, sign, at, [seen], input.latitude).evidence;
        explains[c * n + u] = cause.agent === null || explainsSign(cause.agent, sign, [seen]) ? 1 : 0;
      }),
    );
    const logs = new Float64Array(causes.length);
    for (const set of setsOf(n)) {
      let highest = -Infinity;
      for (let c = 0; c < causes.length; c++) {
        const agent = causes[c]?.agent ?? null;
        const speaks = set.some((u) => explains[c * n + u] === 1);
        const met =
          agent === null ||
          requirementsMet(
            agent,
            set.map((u) => ids[u] as string),
          );
        const log = speaks && met ? (priors[c] as number) + evidenceOfSet(set, evidence, c * n, units) : -Infinity;
        logs[c] = log;
        if (log > highest) highest = log;
      }
      let sum = 0;
      for (let c = 0; c < causes.length; c++) {
        const weight = Math.exp(TEMPER * ((logs[c] as number) - highest));
        logs[c] = weight;
        sum += weight;
      }
      const since = set.map((u) => units[u]?.seen.seenOn ?? input.day).reduce((a, b) => (a > b ? a : b), '');
      let leading = -1;
      for (let c = 0; c < causes.length; c++) {
        const id = causes[c]?.id ?? '';
        if (leading < 0 || (logs[c] as number) > (logs[leading] as number)) leading = c;
        if (id === UNKNOWN_CAUSE || id === NORMAL) continue;
        const probability = (logs[c] as number) / sum;
        const held = found.get(id);
        if (!held) found.set(id, { agent: id, probability, since });
        else {
          const counts = held.probability >= COUNTS_FROM;
          if (probability >= COUNTS_FROM) held.since = counts && held.since < since ? held.since : since;
          if (probability > held.probability) held.probability = probability;
        }
      }
      if (set.length === 1)
        alone.set(words[set[0] as number] ?? '', { agent: causes[leading]?.id ?? '', probability: (logs[leading] as number) / sum });
    }
  };
  const setAside = new Set(aside.map(({ index }) => input.signs[index]));
  weigh(
    input.signs.filter((sign) => !setAside.has(sign)),
    [],
  );
  for (const one of aside) {
    const sign = input.signs[one.index];
    if (sign) weigh([sign], [one]);
  }
  return {
    causes: [...found.values()].sort((a, b) => b.probability - a.probability || a.agent.localeCompare(b.agent)),
    alone: (sign) => alone.get(wordsOf(sign)),
  };
}
