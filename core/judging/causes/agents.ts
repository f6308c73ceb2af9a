import type { AgentLikelihood, NextSign } from '../../record/judgement';
import type { District, Library } from '../../knowledge';
import { UNKNOWN_CAUSE, weighCauses, type Weighed } from './differential';
import type { LookedAt } from '../looked/looked';
import { nextSigns } from './next-sign';
import type { SetAside } from '../looked/normal';
import type { AssessInput } from '../request';

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

/** Ranks what may be behind the signs on this host, month and district, and says which sign to look for next. */
export function differential(
  library: Library,
  input: AssessInput,
  aside: readonly SetAside[],
  looked: LookedAt,
  district?: District,
): Differential {
  const causes = weighCauses(library, input, aside, looked, district);
  return {
    agents: causes.filter((cause) => cause.probability >= SHOWN || cause.id === UNKNOWN_CAUSE).map(shown),
    lookNext: nextSigns(library, input, causes).slice(0, MOST_LOOKS),
  };
}
