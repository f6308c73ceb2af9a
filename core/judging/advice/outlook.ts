import { NOT_JUDGED, OUTLOOKS, SPANS, type Judgement, type Outlook, type Overruled } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import { VIGOUR } from '../../knowledge';
import type { Catalogue } from '../../words/catalogue';
import { sinceOf } from '../overrule/overrule';
import { heldOn, type StandingWord } from '../overrule/standing-words';
import { atTheFoot, type Standing } from './standing';

/** Steps of the outlook, the longest first: its word and its years. One word stands for two spans, and one span for two words. */
const STEPS = [
  { outlook: 'long-term', span: SPANS[0] },
  { outlook: 'decades', span: SPANS[1] },
  { outlook: 'decades', span: SPANS[2] },
  { outlook: 'five to ten years', span: SPANS[3] },
  { outlook: 'short', span: SPANS[3] },
  { outlook: 'dead', span: SPANS[4] },
] as const satisfies readonly { outlook: (typeof OUTLOOKS)[number]; span: (typeof SPANS)[number] }[];

const stepOf = (word: string): number => STEPS.findIndex((step) => step.outlook === word);

const BY_VIGOUR: Record<string, number> = { thriving: 0, fair: 1, strained: 2, failing: 3, dead: 5 };
/** By the worst fault of what bears the tree; one at the foot cannot be taken off, held or shortened. */
const BY_FAULT = { elsewhere: [0, 1, 2, 4], foot: [0, 1, 3, 4] } as const;
/** An agent shapes the outlook once it is likelier than not. */
export const LIKELY = 0.5;

export interface OutlookJudged {
  outlook: Outlook;
  span: Judgement['outlookSpan'];
  /** Which reading holds it there. */
  because: string;
  overruled: Overruled | null;
}

interface Said {
  step: number;
  because: string;
}

/** What one finding of vigour lets the tree expect: its step, and the mild cause that explains it, if one does. */
export interface VigourSays {
  /** Place on the vigour scale. */
  rank: number;
  /** The likeliest cause of the sign by itself, where it seldom ends a tree. */
  mild?: { name: string; outlook: (typeof OUTLOOKS)[number] };
}

const FAILING = VIGOUR.indexOf('failing');

/** Each finding counts by itself, so that one explained by a mild cause excuses no other, and one sign more never makes it longer. */
function ofFindings(found: readonly VigourSays[], say: Catalogue['outlook']): Said[] {
  return found.map(({ rank, mild }) => {
    const word = VIGOUR[rank] ?? VIGOUR[0];
    const step = BY_VIGOUR[word] ?? 0;
    const eased = mild ? stepOf(mild.outlook) : step;
    return mild && eased < step && rank < FAILING
      ? { step: eased, because: say.mild(word, mild.name) }
      : { step, because: say.vigour(word) };
  });
}

/**
 * How long the tree can be expected to stand and do its work: the shortest that vigour, what bears the tree, or a likely agent
 * allows. A limb at fault can be taken off and ends no tree; a fault that has settled takes a step less; one year's leaf that a mild
 * agent took ends none either.
 * @param found what was found of vigour; empty where the person set the band
 * @param said what the person set now, and what people set on earlier looks
 */
export function outlook(
  { library, vigour, soundness, faults, stemRank, input, looked, plausible }: Standing,
  found: readonly VigourSays[],
  { overrules, words }: { overrules: readonly Overrule[]; words: readonly StandingWord[] },
  { outlook: say }: Catalogue,
): OutlookJudged {
  const said: Said[] = ofFindings(found, say);
  const ofVigour = BY_VIGOUR[vigour.band];
  if (ofVigour !== undefined && found.length === 0) said.push({ step: ofVigour, because: say.found(vigour) });
  const bearing = faults.filter((fault) => !fault.onLimb);
  const worst = bearing.filter(({ rank }) => rank === stemRank);
  if (stemRank > 0) {
    const foot = worst.some(({ seen }) => atTheFoot(seen.zone));
    const step = BY_FAULT[foot ? 'foot' : 'elsewhere'][stemRank] ?? 4;
    const settled = worst.length > 0 && worst.every((fault) => fault.settled) && stemRank < 3;
    said.push({
      step: settled ? Math.max(1, step - 1) : step,
      because: settled ? say.settled(worst[0]?.sign.label ?? '') : worst[0] ? say.fault(worst[0].sign.label) : say.found(soundness),
    });
  } else if (soundness.band !== NOT_JUDGED && faults.length > 0) {
    said.push({ step: 0, because: say.limbs });
  }
  for (const { agent: id, probability } of plausible) {
    const agent = probability >= LIKELY ? library.agents.find((a) => a.id === id) : undefined;
    if (agent?.outlook !== undefined) said.push({ step: stepOf(agent.outlook), because: say.agent(agent.name) });
  }
  for (const { what, to, why } of words) if (what === 'outlook' && stepOf(to) >= 0) said.push({ step: stepOf(to), because: say.set(why) });
  // A tree that is old already has less before it.
  if (input.lifeStage === 'old' && said.some(({ step }) => step === 0)) said.push({ step: 1, because: say.old });
  const hardest = said.sort((a, b) => b.step - a.step)[0];
  const blind = looked.bearing.unseen.length > 0 || soundness.band === NOT_JUDGED;
  const step = hardest === undefined ? undefined : STEPS[hardest.step];
  const ruled: Omit<OutlookJudged, 'overruled'> = step
    ? { outlook: step.outlook, span: step.span, because: blind ? say.asFarAsSeen(hardest?.because ?? '') : (hardest?.because ?? '') }
    : { outlook: NOT_JUDGED, span: null, because: say.nothingJudged };
  const set = overrules.find((o) => o.what === 'outlook');
  const to = OUTLOOKS.find((word) => word === set?.to);
  if (!set || !to || to === ruled.outlook) return { ...ruled, overruled: null };
  const from = (OUTLOOKS as readonly string[]).indexOf(ruled.outlook);
  return {
    outlook: to,
    span: STEPS[stepOf(to)]?.span ?? null,
    because: say.set(set.why),
    overruled: {
      what: 'outlook',
      from: ruled.outlook,
      to,
      why: set.why,
      milder: from >= 0 && OUTLOOKS.indexOf(to) < from,
      ...sinceOf(heldOn(words, 'outlook', ruled.outlook)),
    },
  };
}
