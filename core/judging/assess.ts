import { alertsOf, changesOver, withTrends } from '../history/change';
import type { District, Library } from '../knowledge';
import type { AgentLikelihood, Change, Judged, Judgement, Overruled, Screening } from '../record/judgement';
import { countedMeasurements, simulatedIn } from '../record/measurement';
import { comeBack, knownBefore, setDate } from './advice/come-back';
import { options, preferred } from './advice/options';
import { outlook } from './advice/outlook';
import { differential } from './causes/agents';
import { setCause } from './causes/set-cause';
import { carriedDrillings, carriedSigns, carriedWords, type CountedDrilling, type CountedInput, type CountedSign } from './looked/carried';
import { lookedAt, type LookedAt } from './looked/looked';
import { notAside, setAside, type SetAside } from './looked/normal';
import { withSounding } from './looked/sounding';
import { noteOf } from './note';
import { overruleScale, worseBand } from './overrule/overrule';
import type { AssessInput } from './request';
import { overruledFailure, screening } from './risk/screening';
import { hiddenDecay, soundness } from './scales/soundness';
import { vigour } from './scales/vigour';
import { judgeWorks } from './works/works';
import { wordsIn } from '../words/catalogue';

// A judgement is made in stages; each takes what the one before gave and adds to it, and none is visited twice:
// facts → scales → causes → risk → advice → words.

/** What was seen, and what of it counts. */
interface Facts {
  /** The look with its trends and what sounding adds, without readings that a simulator made up. */
  input: AssessInput;
  changes: Change[];
  looked: LookedAt;
  /** Everything that is there, signs known from before among it. */
  all: CountedInput;
  aside: SetAside[];
  /** Signs that count: seen now, and known from before at parts that this look did not reach. */
  present: CountedSign[];
  before: CountedSign[];
  drilled: CountedDrilling[];
}

function factsOf(library: Library, given: AssessInput): Facts {
  const counted: AssessInput = { ...given, measurements: countedMeasurements(given.measurements) };
  const before = counted.before ?? [];
  const changes = before.length === 0 ? [] : changesOver(library, [...before, counted], counted);
  const input = withSounding(library, { ...counted, signs: withTrends(counted.signs, changes) });
  const looked = lookedAt(library, input);
  const carried = carriedSigns(library, input);
  // What is said to be gone is no sign any more; where the means to say so lacked, the carried one stands in for it.
  const there = input.signs.filter((sign) => sign.trend !== 'gone');
  const all: CountedInput = { ...input, signs: [...there, ...carried] };
  const aside = setAside(library, all);
  const counting = notAside(all.signs, aside);
  return {
    input,
    changes,
    looked,
    all,
    aside,
    present: counting.filter((sign) => sign.seenOn === undefined),
    before: counting.filter((sign) => sign.seenOn !== undefined),
    drilled: [...(input.measurements.drillings ?? []), ...carriedDrillings(input)],
  };
}

/** The three scales as the rules have them, and as the person set them. */
interface Scales {
  vigour: Judged<'vigour'>;
  soundness: Judged<'soundness'>;
  hiddenDecay: Judged<'hiddenDecay'>;
}

const scalesOf = (library: Library, { input, present, before, drilled, looked, changes }: Facts): Scales => ({
  vigour: vigour(library, input, present, looked, changes),
  soundness: soundness(library, input, [...present, ...before], drilled, looked),
  hiddenDecay: hiddenDecay(library, input, [...present, ...before], drilled, looked),
});

/** An agent's cautions are shown once it is at least this likely; that it must be reported, much sooner: missing one costs a town its trees. */
const CAUTION_FROM = 0.15;
export const REPORT_FROM = 0.05;

function cautionsOf(
  library: Library,
  input: CountedInput,
  agents: readonly AgentLikelihood[],
  sound: Judged<'soundness'>,
  screened: Screening | null,
): string[] {
  const { cautions: say } = wordsIn(input);
  const fromSigns = input.signs.flatMap((seen) => library.signs.find((s) => s.id === seen.id)?.cautions ?? []);
  const fromAgents = agents.flatMap((a) => {
    const agent = library.agents.find((record) => record.id === a.agent);
    if (!agent) return [];
    return [
      ...(a.probability >= CAUTION_FROM ? agent.cautions : []),
      ...(agent.reportable && a.probability >= REPORT_FROM ? [say.report(agent.name, agent.reportable)] : []),
    ];
  });
  const weak = ['weakness', 'serious weakness', 'act first'].includes(sound.band);
  return [
    ...new Set([
      ...fromSigns,
      ...fromAgents,
      ...(input.taxon?.cautions ?? []),
      ...(weak || screened ? [say.screening] : []),
      ...say.general,
    ]),
  ];
}

/**
 * Judges one look at one tree. Vigour and soundness are never averaged; a good crown never lowers hidden decay. What a person
 * overruled is followed in what is said and advised; the date is the earlier of theirs and the rules', until somebody else looked.
 */
export function assess(library: Library, given: AssessInput, district?: District): Judgement {
  const { overrules } = given;
  const say = wordsIn(given);
  const facts = factsOf(library, given);
  const { input, looked, changes, aside, present, before } = facts;
  const counting = [...present, ...before];

  const ruled = scalesOf(library, facts);
  const set = {
    vigour: overruleScale('vigour', ruled.vigour, overrules, say),
    soundness: overruleScale('soundness', ruled.soundness, overrules, say),
    hiddenDecay: overruleScale('hiddenDecay', ruled.hiddenDecay, overrules, say),
  };
  const judged: Scales = { vigour: set.vigour.judged, soundness: set.soundness.judged, hiddenDecay: set.hiddenDecay.judged };

  const told = differential(library, facts.all, aside, looked, district);
  const cause = setCause(library, told.agents, overrules, say);
  // An agent the person put first sets the pace as a likely one does.
  const pacing = cause.overruled ? cause.agents.map((a, i) => (i === 0 ? { ...a, probability: 1 } : a)) : cause.agents;

  const screened = screening(library, input, counting, judged.soundness, looked);
  const ruledRisk = screening(library, { ...input, overrules: [] }, counting, ruled.soundness, looked)?.risk ?? null;
  const failure = overruledFailure(library, input, counting, judged.soundness, looked);
  const works = judgeWorks(input.measurements.dbh?.m, input.rootStandard ?? 'bs5837', input.works, input);

  const rare = input.name !== null && (district?.lists.rare.includes(input.name) ?? false);
  const ranked = options({
    library,
    input: { ...input, signs: counting },
    ...judged,
    looked,
    agents: cause.agents,
    screening: screened,
    works,
    rare,
  });
  const first = preferred(ranked, overrules, say);
  const span = outlook(library, judged.vigour, judged.soundness, pacing, overrules, say);
  const alerts = alertsOf(changes);
  const known = knownBefore(library, input, before, facts.drilled, looked);
  const dateBy = (scales: Scales, agents: readonly AgentLikelihood[], risk: Judgement['ruled']['risk']) =>
    comeBack(library, input, scales, agents, looked, risk, alerts, known);
  const ruledDate = dateBy(ruled, told.agents, ruledRisk);
  // A milder word of the person's buys no time before somebody else has looked; a harsher one is heeded at once.
  const worse: Scales = {
    vigour: worseBand('vigour', ruled.vigour, judged.vigour),
    soundness: worseBand('soundness', ruled.soundness, judged.soundness),
    hiddenDecay: worseBand('hiddenDecay', ruled.hiddenDecay, judged.hiddenDecay),
  };
  const held = dateBy(worse, [...told.agents, ...pacing], ruledRisk);
  const date = setDate(held, input);

  const overruled: (Overruled | null)[] = [
    set.vigour.overruled,
    set.soundness.overruled,
    set.hiddenDecay.overruled,
    span.overruled,
    cause.overruled,
    failure,
    first?.overruled ?? null,
    date.overruled,
  ];
  const result: Omit<Judgement, 'note'> = {
    ...judged,
    lookedAt: {
      percent: looked.percent,
      unseen: looked.unseen,
      cannotSay: [...simulatedIn(given.measurements).map(say.looked.simulated), ...carriedWords(library, before, say), ...looked.cannotSay],
    },
    normalHere: aside.filter(({ sign }) => !('seenOn' in sign)).map(({ sign, why }) => ({ sign: sign.id, zone: sign.zone, why })),
    agents: cause.agents,
    lookNext: told.lookNext,
    outlook: span.outlook,
    outlookBecause: span.because,
    options: first?.options ?? ranked,
    screening: screened,
    works,
    changes,
    overruled: overruled.filter((one): one is Overruled => one !== null),
    ruled: {
      vigour: ruled.vigour.band,
      soundness: ruled.soundness.band,
      hiddenDecay: ruled.hiddenDecay.band,
      risk: ruledRisk,
      comeBack: ruledDate.by,
    },
    comeBack: date.comeBack,
    cautions: cautionsOf(library, facts.all, pacing, judged.soundness, screened),
  };
  return { ...result, note: noteOf(library, result, { ...input, signs: counting }) };
}
