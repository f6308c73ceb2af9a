import type { District, Library } from '../knowledge';
import { weighCauses, type Weighed } from './differential';
import type { LookedAt } from './looked';
import { nextSigns, type NextSign } from './next-sign';
import type { SetAside } from './normal';
import type { AssessInput } from './request';

export interface AgentLikelihood {
  /** Agent id, `cause unknown` or `normal for this tree`. */
  agent: string;
  name: string;
  /** 0 to 1; sums to 1 over all, those under 2 % are left out. */
  probability: number;
  because: string[];
}

/** What may be behind the signs, and what to look for next to tell. */
export interface Differential {
  agents: AgentLikelihood[];
  lookNext: NextSign[];
}

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
    agents: causes.filter((cause) => cause.probability >= SHOWN).map(shown),
    lookNext: nextSigns(library, input, causes).slice(0, MOST_LOOKS),
  };
}
