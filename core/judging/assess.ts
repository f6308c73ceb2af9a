import { alertsOf, changesOver, withTrends } from '../history/change';
import { isListed, signNamed, VIGOUR, type District, type Library } from '../knowledge';
import {
  NOT_JUDGED,
  type AgentLikelihood,
  type Change,
  type Judged,
  type Judgement,
  type Overruled,
  type Screening,
} from '../record/judgement';
import type { Look } from '../record/look';
import { countedMeasurements, simulatedIn } from '../record/measurement';
import { comeBack, knownBefore, setDate } from './advice/come-back';
import { options, preferred } from './advice/options';
import { LIKELY, outlook, type VigourSays } from './advice/outlook';
import { protectionOf, type Protection } from './advice/protection';
import { faultsOf, standing } from './advice/standing';
import { differential } from './causes/agents';
import { plausibleCauses, type Plausible, type PlausibleCauses } from './causes/plausible';
import { setCause, withCausesSet } from './causes/set-cause';
import { CAUTION_FROM, HURTS_FROM, REPORT_FROM } from './advice/thresholds';
import {
  carriedDrillings,
  carriedWords,
  signsThatStand,
  type CountedDrilling,
  type CountedInput,
  type CountedSign,
} from './looked/carried';
import { lookedAt, type LookedAt } from './looked/looked';
import { countingForStructure, notAside, setAside, type SetAside } from './looked/normal';
import { onKindsWords } from './looked/on-kinds';
import { remember, rememberedWords } from './looked/remembered';
import { withSounding } from './looked/sounding';
import { unsaidWords } from './looked/unsaid';
import { noteOf } from './note';
import { overruleScale, worseBand } from './overrule/overrule';
import { heldTo, standingWords } from './overrule/standing-words';
import type { AssessInput } from './request';
import { overruledFailure, screening } from './risk/screening';
import { rankForTree } from './scales/from-signs';
import { bearsOnStructure, buildNamed, settingOf, worstRule } from './scales/rules';
import { foundOfTheStem, hiddenDecay, soundness } from './scales/soundness';
import { crownKnown, crownSeenEnough, foundBesideSigns, vigour } from './scales/vigour';
import { judgeWorks } from './works/works';
import { wordsIn, type Catalogue } from '../words/catalogue';

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
  /** What this look does not say and earlier ones did, in words. */
  remembered: string[];
  /** Signs that count for vigour. */
  forVigour: CountedSign[];
  /** Signs that count for how the tree holds together: seen now, and known from before at parts that this look did not reach. */
  forStructure: CountedSign[];
  /** Signs that count for anything, and of them those known from before. */
  counting: CountedSign[];
  before: CountedSign[];
  /** Whether this look says anything of the crown; what is remembered of it is no look. */
  crownToday: boolean;
  drilled: CountedDrilling[];
}

/** Whether any look saw a sign beside a lean that says the roots give way; it holds for good, on the safe side. */
const rootsGiveWay = (library: Library, looks: readonly Pick<Look, 'signs'>[]): boolean =>
  looks.some(({ signs }) =>
    signs.some(({ id }) => {
      const sign = signNamed(library, id);
      return sign?.mechanism === 'anchorage' && !sign.leans;
    }),
  );

function factsOf(library: Library, given: AssessInput): Facts {
  const known = remember(given);
  const build = buildNamed(library, given);
  const counted: AssessInput = build === null ? known.input : { ...known.input, build };
  const before = counted.before ?? [];
  // Sizes are followed as each look read them: what this one only remembers is no second reading.
  const asRead = { ...counted, measurements: countedMeasurements(given.measurements) };
  const changes = before.length === 0 ? [] : changesOver(library, [...before, asRead], counted, counted);
  const loosened = rootsGiveWay(library, [...before, counted]);
  const input = withSounding(library, { ...counted, signs: withTrends(counted.signs, changes, loosened) });
  const { now, carried } = signsThatStand(library, input, changes, loosened);
  const looked = lookedAt(library, input, carried);
  const all: CountedInput = { ...input, signs: [...now, ...carried] };
  const aside = setAside(library, all);
  const plain = notAside(all.signs, aside);
  const forStructure = countingForStructure(all.signs, aside);
  const setting = settingOf(all, forStructure);
  // What is only quiet for vigour counts while a rule on how the tree holds together speaks of it.
  const counting = forStructure.filter((seen) => plain.includes(seen) || bearsOnStructure(signNamed(library, seen.id), seen, setting));
  return {
    input,
    changes,
    looked,
    all,
    aside,
    remembered: rememberedWords(known, wordsIn(given)),
    forVigour: plain,
    forStructure,
    counting,
    crownToday: crownKnown(asRead, looked),
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

const vigourOf = (library: Library, { input, forVigour, looked, changes, aside }: Facts) =>
  vigour(library, input, forVigour, looked, changes, aside);

/** What each finding of vigour says of the outlook, with the mild cause that explains a sign by itself; nothing where the person set the band. */
function vigourSays(
  library: Library,
  { input, all, aside, changes, forVigour, looked }: Facts,
  judged: Judged<'vigour'>,
  alone: PlausibleCauses['alone'],
): VigourSays[] {
  if (judged.overruled) return [];
  const setting = settingOf(all, forVigour);
  const ofSigns = forVigour.flatMap((seen): VigourSays[] => {
    const sign = signNamed(library, seen.id);
    const worst = sign && worstRule(sign, seen, 'vigour', setting);
    if (!sign || !worst || worst.rank === 0) return [];
    const leading = alone(seen);
    const agent = leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent) : undefined;
    const rank = rankForTree(sign, seen, 'vigour', worst.rank);
    return [{ rank, ...(agent?.outlook === undefined ? {} : { mild: { name: agent.name, outlook: agent.outlook } }) }];
  });
  if (judged.band === NOT_JUDGED) return [];
  const beside = foundBesideSigns(library, all, forVigour, changes, aside);
  // Too little of the crown to call it more than fair is too little beside a sign as well.
  const unsure = crownSeenEnough(input, looked, beside.ratio) ? [] : [{ rank: VIGOUR.indexOf('fair') }];
  return [...ofSigns, ...beside.found.map(({ rank }) => ({ rank })), ...unsure];
}

/** How the tree holds together, by the vigour it has: a dead tree is never sound. */
const structureOf = (library: Library, { input, forStructure, drilled, looked }: Facts, grows: Judged<'vigour'>) => ({
  soundness: soundness(library, input, forStructure, drilled, looked, grows),
  hiddenDecay: hiddenDecay(library, input, forStructure, drilled, looked),
  stem: foundOfTheStem(library, input, forStructure, drilled, grows).found.map(({ rank, statement, still }) => ({
    rank,
    says: statement.says,
    still: still ?? false,
  })),
});

/**
 * Hidden decay with what the fungus that is likely behind it rots, and so what would come down. It adds no band: the sign it was
 * named by has weighed by its look and place already, and a band must not fall when another sign makes the name less sure.
 */
function withTheFungus(
  library: Library,
  decay: Judged<'hiddenDecay'>,
  agents: readonly AgentLikelihood[],
  say: Catalogue,
): Judged<'hiddenDecay'> {
  const leading = agents[0];
  const fungus = leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent) : undefined;
  if (!fungus?.rots || (decay.band !== 'possible' && decay.band !== 'likely')) return decay;
  const statement = say.scales.rots(fungus.name, fungus.rots, fungus.source);
  return { ...decay, reasons: [...decay.reasons, statement.says], statements: [...decay.statements, statement] };
}

function cautionsOf(
  library: Library,
  input: CountedInput,
  plausible: readonly Plausible[],
  sound: Judged<'soundness'>,
  { screened, protection, everywhere }: { screened: Screening | null; protection: Protection; everywhere: ReadonlySet<string> },
): string[] {
  const { cautions: say } = wordsIn(input);
  const fromSigns = input.signs.flatMap((seen) => library.signs.find((s) => s.id === seen.id)?.cautions ?? []);
  const fromAgents = plausible.flatMap((a) => {
    const agent = library.agents.find((record) => record.id === a.agent);
    if (!agent) return [];
    return [
      ...(a.probability >= (agent.acute ? HURTS_FROM : CAUTION_FROM) ? agent.cautions : []),
      ...(agent.reportable && !everywhere.has(agent.id) && a.probability >= REPORT_FROM ? [say.report(agent.name, agent.reportable)] : []),
    ];
  });
  const weak = ['weakness', 'serious weakness', 'act first'].includes(sound.band);
  return [
    ...new Set([
      ...(input.beneath.some((one) => one.what === 'wires') && sound.band !== 'no weakness seen' ? [say.wires] : []),
      ...fromSigns,
      ...fromAgents,
      ...(input.taxon?.cautions ?? []),
      ...(weak || screened ? [say.screening] : []),
      ...(protection === null ? [] : [say.protection[protection]]),
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
  const { input, looked, changes, aside, forStructure, counting, before } = facts;

  const words = standingWords(given);
  const asHeld = (scales: Omit<Scales, 'vigour'>) => ({
    soundness: heldTo('soundness', scales.soundness, words, say),
    hiddenDecay: heldTo('hiddenDecay', scales.hiddenDecay, words, say),
  });
  const ruledVigour = heldTo('vigour', vigourOf(library, facts), words, say);
  const ruledStructure = structureOf(library, facts, ruledVigour);
  const ruled: Scales = { vigour: ruledVigour, ...asHeld(ruledStructure) };
  const setVigour = overruleScale('vigour', ruled.vigour, overrules, say);
  // A person's milder word on the crown takes nothing off the wood; a worse one weighs on it.
  const structure = structureOf(library, facts, worseBand('vigour', ruled.vigour, setVigour.judged));
  const held = { ...structure, ...asHeld(structure) };
  const set = {
    vigour: setVigour,
    soundness: overruleScale('soundness', held.soundness, overrules, say),
    hiddenDecay: overruleScale('hiddenDecay', held.hiddenDecay, overrules, say),
  };
  const judged: Scales = { vigour: set.vigour.judged, soundness: set.soundness.judged, hiddenDecay: set.hiddenDecay.judged };

  const told = differential(library, facts.all, aside, looked, district);
  const cause = setCause(library, told.agents, overrules, say);
  // An agent the person put first sets the pace as a likely one does.
  const pacing = cause.overruled ? cause.agents.map((a, i) => (i === 0 ? { ...a, probability: 1 } : a)) : cause.agents;
  const { causes, alone } = plausibleCauses(library, facts.all, aside, district);
  const weighed = withCausesSet(library, causes, words, counting);
  const chosen = cause.overruled ? pacing[0] : undefined;
  const plausible: Plausible[] = chosen
    ? [{ agent: chosen.agent, probability: 1, since: input.day }, ...weighed.filter((one) => one.agent !== chosen.agent)]
    : weighed;

  const toScreen = { input, signs: forStructure, looked, ...judged, stem: held.stem, words };
  const screened = screening(library, toScreen);
  const byRules = { ...toScreen, ...ruled, stem: ruledStructure.stem, input: { ...input, overrules: [] } };
  const ruledRisk = screening(library, byRules)?.risk ?? null;
  const failure = overruledFailure(library, toScreen);
  const works = judgeWorks(input, input.rootStandard ?? 'bs5837');

  const alerts = alertsOf(changes);
  const faults = faultsOf(library, input, counting);
  const known = knownBefore(library, input, before, facts.drilled, looked);
  const dateBy = (scales: Scales, causes: readonly Plausible[], risk: Judgement['ruled']['risk']) =>
    comeBack(library, input, {
      judged: scales,
      plausible: causes,
      looked,
      risk,
      alerts,
      known,
      signs: counting,
      faults,
      works,
      words,
      crownToday: facts.crownToday,
    });
  const ruledDate = dateBy(ruled, weighed, ruledRisk);
  // A milder word of the person's buys no time before somebody else has looked; a harsher one is heeded at once.
  const worse: Scales = {
    vigour: worseBand('vigour', ruled.vigour, judged.vigour),
    soundness: worseBand('soundness', ruled.soundness, judged.soundness),
    hiddenDecay: worseBand('hiddenDecay', ruled.hiddenDecay, judged.hiddenDecay),
  };
  const date = setDate(dateBy(worse, [...weighed, ...plausible], ruledRisk), input);

  const everywhere = new Set(Object.entries(district?.agents ?? {}).flatMap(([agent, prior]) => (prior === 'epidemic' ? [agent] : [])));
  const protection = protectionOf(district, input.taxon?.name ?? input.name);
  const rare = input.name !== null && isListed(district?.lists.rare ?? [], input.name);
  const stands = standing({
    library,
    input,
    ...judged,
    looked,
    agents: cause.agents,
    plausible,
    drilled: facts.drilled,
    screening: screened,
    works,
    rare,
    everywhere,
    protection,
    signs: counting,
    faults,
    stemFound: held.stem,
  });
  const ranked = options(stands, date.comeBack.by);
  const first = preferred(ranked, overrules, date.comeBack.by, protection, say);
  const span = outlook(stands, vigourSays(library, facts, judged.vigour, alone), { overrules, words }, say);

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
    hiddenDecay: withTheFungus(library, judged.hiddenDecay, pacing, say),
    lookedAt: {
      percent: looked.percent,
      unseen: looked.unseen,
      cannotSay: [
        ...simulatedIn(given.measurements).map(say.looked.simulated),
        ...facts.remembered,
        ...carriedWords(library, before, say),
        ...onKindsWords(library, counting, given.name),
        ...unsaidWords(library, settingOf(input, forStructure), say),
        ...looked.cannotSay,
      ],
    },
    normalHere: aside.filter(({ sign }) => !('seenOn' in sign)).map(({ sign, why }) => ({ sign: sign.id, zone: sign.zone, why })),
    agents: cause.agents,
    lookNext: told.lookNext,
    outlook: span.outlook,
    outlookSpan: span.span,
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
    cautions: cautionsOf(library, facts.all, plausible, judged.soundness, { screened, protection, everywhere }),
  };
  return { ...result, note: noteOf(library, result, { ...input, signs: counting }) };
}
