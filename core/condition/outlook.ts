import type { Library } from '../knowledge';
import type { AgentLikelihood } from './agents';
import { NOT_JUDGED, type Judged } from './scales';

export const OUTLOOKS = ['long-term', 'decades', 'five to ten years', 'short', 'dead'] as const;
export type Outlook = (typeof OUTLOOKS)[number] | typeof NOT_JUDGED;

const BY_VIGOUR: Record<string, Outlook> = {
  thriving: 'long-term',
  fair: 'decades',
  strained: 'five to ten years',
  failing: 'short',
  dead: 'dead',
};
const BY_SOUNDNESS: Record<string, Outlook> = { weakness: 'decades', 'serious weakness': 'five to ten years', 'act first': 'short' };
/** An agent shapes the outlook once it is likelier than not. */
const LIKELY = 0.5;

/** How long the tree can be expected to stand and do its work: the shortest that vigour, soundness or a likely agent allows. */
export function outlook(library: Library, vigour: Judged, soundness: Judged, agents: readonly AgentLikelihood[]): Outlook {
  const leading = agents[0];
  const agent = leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent) : undefined;
  const said = [BY_VIGOUR[vigour.band], BY_SOUNDNESS[soundness.band], agent?.outlook].filter(
    (o): o is (typeof OUTLOOKS)[number] => o !== undefined && o !== NOT_JUDGED,
  );
  if (said.length === 0) return NOT_JUDGED;
  return OUTLOOKS[Math.max(...said.map((o) => OUTLOOKS.indexOf(o)))] ?? NOT_JUDGED;
}
