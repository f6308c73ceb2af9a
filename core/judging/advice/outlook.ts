import { NOT_JUDGED, PARTIAL, type AgentLikelihood, type Judged, type Overruled, OUTLOOKS, type Outlook } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import type { Library } from '../../knowledge';
import type { Catalogue } from '../../words/catalogue';

const BY_VIGOUR: Record<string, Outlook> = {
  thriving: 'long-term',
  fair: 'decades',
  strained: 'five to ten years',
  failing: 'short',
  dead: 'dead',
};
const BY_SOUNDNESS: Record<string, Outlook> = { weakness: 'decades', 'serious weakness': 'five to ten years', 'act first': 'short' };
/** An agent shapes the outlook once it is likelier than not. */
export const LIKELY = 0.5;

export interface OutlookJudged {
  outlook: Outlook;
  /** Which reading holds it there. */
  because: string;
  overruled: Overruled | null;
}

/** How long the tree can be expected to stand and do its work: the shortest that vigour, soundness or a likely agent allows. */
export function outlook(
  library: Library,
  vigour: Judged<'vigour'>,
  soundness: Judged<'soundness'>,
  agents: readonly AgentLikelihood[],
  overrules: readonly Overrule[],
  { outlook: say }: Catalogue,
): OutlookJudged {
  const leading = agents[0];
  const agent = leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent) : undefined;
  const said = [
    { outlook: BY_VIGOUR[vigour.band], because: say.vigour(vigour.band) },
    { outlook: BY_SOUNDNESS[soundness.band], because: say.soundness(soundness.band) },
    { outlook: agent?.outlook, because: say.agent(agent?.name) },
  ].filter((s): s is { outlook: (typeof OUTLOOKS)[number]; because: string } => s.outlook !== undefined && s.outlook !== NOT_JUDGED);
  const worst = said.sort((a, b) => OUTLOOKS.indexOf(b.outlook) - OUTLOOKS.indexOf(a.outlook))[0];
  const blind = soundness.band === PARTIAL.soundness || soundness.band === NOT_JUDGED;
  const ruled: Pick<OutlookJudged, 'outlook' | 'because'> = worst
    ? { outlook: worst.outlook, because: blind ? say.asFarAsSeen(worst.because) : worst.because }
    : { outlook: NOT_JUDGED, because: say.nothingJudged };
  const set = overrules.find((o) => o.what === 'outlook');
  const to = OUTLOOKS.find((word) => word === set?.to);
  if (!set || !to || to === ruled.outlook) return { ...ruled, overruled: null };
  const from = (OUTLOOKS as readonly string[]).indexOf(ruled.outlook);
  return {
    outlook: to,
    because: say.set(set.why),
    overruled: { what: 'outlook', from: ruled.outlook, to, why: set.why, milder: from >= 0 && OUTLOOKS.indexOf(to) < from },
  };
}
