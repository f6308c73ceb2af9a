import type { AgentLikelihood, NextSign } from '../../record/judgement';
import { signNamed, type District, type Library } from '../../knowledge';
import { explainsSign, NORMAL, UNKNOWN_CAUSE, weighCauses, type Weighed } from './differential';
import type { CountedInput } from '../looked/carried';
import type { LookedAt } from '../looked/looked';
import { nextSigns } from './next-sign';
import type { SetAside } from '../looked/normal';

/** What may be behind the signs, and what to look for next to tell. */
export interface Differential {
  agents: AgentLikelihood[];
  lookNext: NextSign[];
}

/** Rarer ones are left out, but never that it may be something else. */
const SHOWN = 0.02;
/** So many looks are worth reading out. */
const MOST_LOOKS = 4;

const shown = ({ id, name, probability, because }: Weighed): AgentLikelihood => ({ agent: id, name, probability, because });

/** So many causes are put first as a set that explains the signs together. */
const MOST_OF_A_SET = 4;
const isNone = (id: string) => id === UNKNOWN_CAUSE || id === NORMAL;

/**
 * The causes that together explain the signs, the likeliest of all first: each next one is the likeliest of what those before leave
 * unexplained. A tree can have several, and the second is no less there for explaining fewer signs.
 */
function setOfCauses(
  library: Library,
  input: CountedInput,
  aside: readonly SetAside[],
  looked: LookedAt,
  district: District | undefined,
  leading: Weighed | undefined,
): string[] {
  if (!leading || isNone(leading.id)) return [];
  const set = [leading.id];
  const nothingElse: LookedAt = { ...looked, seen: new Set() };
  const setAside = new Set(aside.map(({ index }) => input.signs[index]));
  let left = input.signs.filter((sign) => !setAside.has(sign));
  for (let agent = leading.agent; agent && set.length < MOST_OF_A_SET;) {
    const explained = agent;
    left = left.filter((seen) => {
      const sign = signNamed(library, seen.id);
      return sign === undefined || !explainsSign(explained, sign, [seen]);
    });
    if (left.length === 0) break;
    // What the others explain is no evidence against a cause of the rest.
    const next = weighCauses(library, { ...input, signs: left }, [], nothingElse, district).find(
      ({ id }) => !isNone(id) && !set.includes(id),
    );
    if (!next) break;
    set.push(next.id);
    agent = next.agent;
  }
  return set;
}

/** Ranks what may be behind the signs on this host, month and district, and says which sign to look for next. */
export function differential(
  library: Library,
  input: CountedInput,
  aside: readonly SetAside[],
  looked: LookedAt,
  district?: District,
): Differential {
  const causes = weighCauses(library, input, aside, looked, district);
  const set = setOfCauses(library, input, aside, looked, district, causes[0]);
  const together = set.flatMap((id) => causes.find((cause) => cause.id === id) ?? []);
  const others = causes.filter((cause) => !set.includes(cause.id) && (cause.probability >= SHOWN || cause.id === UNKNOWN_CAUSE));
  return {
    agents: [...together, ...others].map(shown),
    lookNext: nextSigns(library, input, causes).slice(0, MOST_LOOKS),
  };
}
