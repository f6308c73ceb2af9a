import type { District, Library, Zone } from '../knowledge';
import { seasonOf } from '../season';
import { differential, type AgentLikelihood } from './agents';
import { alertsOf, changesOver, withTrends, type Change } from './change';
import { carriedSigns, carriedWords, type CountedInput, type CountedSign } from './carried';
import { comeBack, type ComeBack, type KnownBefore } from './come-back';
import { UNKNOWN_CAUSE } from './differential';
import { lookedAt, type LookedAt } from './looked';
import type { NextSign } from './next-sign';
import { notAside, setAside } from './normal';
import { noteOf } from './note';
import { options, preferred, type Option } from './options';
import { outlook, type Outlook } from './outlook';
import { overruleScale, type Overruled } from './overrule';
import type { AssessInput } from './request';
import { vigour } from './vigour';
import { hiddenDecay, soundness } from './soundness';
import { fromSounding } from './sounding';
import { FAILURES, screening, type Screening } from './screening';
import type { Judged } from './statement';
import { judgeWorks, type WorksJudged } from './works';

/** The judgement of one look at one tree; the answer of `dendrix assess`. */
export interface Assessment {
  vigour: Judged;
  soundness: Judged;
  hiddenDecay: Judged;
  lookedAt: { percent: number; unseen: Zone[]; cannotSay: string[] };
  /** Signs set aside as normal for this tree, with the reason; they stay in the record. */
  normalHere: { sign: string; zone: Zone; why: string }[];
  agents: AgentLikelihood[];
  /** Which sign to look for next, to tell what is behind the ones seen. */
  lookNext: NextSign[];
  outlook: Outlook;
  outlookBecause: string;
  options: Option[];
  /** The two published matrices of tree risk assessment; null while nobody said what is beneath. */
  screening: Screening | null;
  works: WorksJudged | null;
  /** Growth and decline over the looks at this tree; empty on the first. */
  changes: Change[];
  /** What the person changed against the rules, with the reason. */
  overruled: Overruled[];
  comeBack: ComeBack;
  cautions: string[];
  /** The judgement as a colleague would write it. */
  note: string;
}

const GENERAL = [
  'Look for traffic and dead wood overhead before stepping in.',
  'Never climb or cut on the strength of this record; felling, pruning and pesticide work follow local code, permit and licensed practice.',
];
const SCREENING = 'A field look from the ground, to be confirmed by a qualified assessor where people or property are beneath.';
/** An agent's cautions are shown once it is at least this likely; that it must be reported, much sooner: missing one costs a town its trees. */
const CAUTION_FROM = 0.15;
const REPORT_FROM = 0.05;

/** The cause the person holds for right goes first; what the signs say of it is kept. */
function withCause(
  library: Library,
  agents: readonly AgentLikelihood[],
  input: AssessInput,
): { agents: AgentLikelihood[]; overruled: Overruled | null } {
  const set = input.overrules?.find((o) => o.what === 'cause');
  const agent = library.agents.find((a) => a.id === set?.to);
  if (!set || (!agent && set.to !== UNKNOWN_CAUSE) || agents[0]?.agent === set.to) return { agents: [...agents], overruled: null };
  const held = agents.find((a) => a.agent === set.to);
  const name = agent?.name ?? 'Cause unknown';
  const chosen: AgentLikelihood = {
    agent: set.to,
    name,
    probability: held?.probability ?? 0,
    because: [`Held for right by the observer: ${set.why}`, ...(held?.because ?? [])],
  };
  return {
    agents: [chosen, ...agents.filter((a) => a.agent !== set.to)],
    overruled: { what: 'cause', from: agents[0]?.name ?? 'no sign seen', to: name, why: set.why, milder: false },
  };
}

/** A date the person set, with their reason. */
function withDate(ruled: ComeBack, input: AssessInput): { comeBack: ComeBack; overruled: Overruled | null } {
  const set = input.overrules?.find((o) => o.what === 'comeBack');
  if (!set || !/^\d{4}-\d{2}-\d{2}$/.test(set.to) || set.to <= input.date || set.to === ruled.by)
    return { comeBack: ruled, overruled: null };
  return {
    comeBack: { by: set.to, because: `set by the observer: ${set.why}`, season: seasonOf(set.to, input.latitude) },
    overruled: { what: 'comeBack', from: ruled.by, to: set.to, why: set.why, milder: set.to > ruled.by },
  };
}

/** What the carried signs alone would be judged as, and since when nobody saw them; null where there are none. */
function knownBefore(library: Library, input: AssessInput, before: readonly CountedSign[], looked: LookedAt): KnownBefore | null {
  const days = before.flatMap((sign) => sign.seenOn ?? []).sort();
  if (days[0] === undefined) return null;
  // What was measured or drilled today is no part of it.
  const then: AssessInput = { ...input, height: undefined, drillings: [] };
  return {
    since: days[0],
    soundness: soundness(library, then, before, looked).band,
    hiddenDecay: hiddenDecay(library, then, before, looked).band,
  };
}

/** Judges one look at one tree. Vigour and soundness are never averaged; a good crown never lowers hidden decay. */
export function assess(library: Library, given: AssessInput, district?: District): Assessment {
  const overrules = given.overrules ?? [];
  const changes =
    (given.before ?? []).length === 0
      ? []
      : changesOver(
          library,
          [
            ...(given.before ?? []),
            {
              date: given.date,
              looked: given.looked,
              signs: given.signs,
              dbh: given.dbh,
              height: given.height,
              crownBase: given.crownBase,
              breastHeight: given.breastHeight,
            },
          ],
          given.units,
        );
  const input: AssessInput = { ...given, signs: [...withTrends(given.signs, changes), ...fromSounding(library, given)] };

  const looked = lookedAt(input);
  const carried = carriedSigns(library, input, looked.seen);
  const all: CountedInput = { ...input, signs: [...input.signs, ...carried] };
  const aside = setAside(library, all);
  const counting = notAside(all.signs, aside);
  const present = counting.filter((sign) => sign.seenOn === undefined);
  const before = counting.filter((sign) => sign.seenOn !== undefined);
  const ruled = {
    vigour: overruleScale('vigour', vigour(library, input, present, looked, changes), overrules),
    soundness: overruleScale('soundness', soundness(library, input, counting, looked), overrules),
    hiddenDecay: overruleScale('hiddenDecay', hiddenDecay(library, input, counting, looked), overrules),
  };
  const judged = { vigour: ruled.vigour.judged, soundness: ruled.soundness.judged, hiddenDecay: ruled.hiddenDecay.judged };
  const told = differential(library, all, aside, looked, district);
  const cause = withCause(library, told.agents, input);
  const screened = screening(library, input, counting, judged.soundness);
  const works = judgeWorks(input.dbh, input.rootStandard ?? 'bs5837', input.works ?? [], input.units);
  const alerts = alertsOf(changes);
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
  const first = preferred(ranked, overrules);
  // An agent the person put first sets the pace as a likely one does.
  const pacing = cause.overruled ? cause.agents.map((a, i) => (i === 0 ? { ...a, probability: 1 } : a)) : cause.agents;
  const span = outlook(library, judged.vigour, judged.soundness, pacing, overrules);
  const date = withDate(
    comeBack(library, input, judged, pacing, looked, screened, alerts, knownBefore(library, input, before, looked)),
    input,
  );
  const failure = overrules.find((o) => o.what === 'failure' && (FAILURES as readonly string[]).includes(o.to));
  const result: Omit<Assessment, 'note'> = {
    ...judged,
    lookedAt: {
      percent: looked.percent,
      unseen: looked.unseen,
      cannotSay: [...carriedWords(library, before), ...looked.cannotSay],
    },
    normalHere: aside.filter(({ index }) => index < input.signs.length).map(({ sign, why }) => ({ sign: sign.id, zone: sign.zone, why })),
    agents: cause.agents,
    lookNext: told.lookNext,
    outlook: span.outlook,
    outlookBecause: span.because,
    options: first?.options ?? ranked,
    screening: screened,
    works,
    changes,
    overruled: [
      ruled.vigour.overruled,
      ruled.soundness.overruled,
      ruled.hiddenDecay.overruled,
      span.overruled,
      cause.overruled,
      failure && screened
        ? { what: 'failure' as const, from: 'what soundness says', to: failure.to, why: failure.why, milder: false }
        : null,
      first ? { what: 'option' as const, from: first.from, to: first.to, why: first.why, milder: false } : null,
      date.overruled,
    ].filter((o): o is Overruled => o !== null),
    comeBack: date.comeBack,
    cautions: cautionsOf(library, all, pacing, judged, screened),
  };
  return { ...result, note: noteOf(library, result, { ...input, signs: counting }) };
}

function cautionsOf(
  library: Library,
  input: AssessInput,
  agents: readonly AgentLikelihood[],
  judged: { soundness: Judged },
  screened: Screening | null,
): string[] {
  const fromSigns = input.signs.flatMap((seen) => library.signs.find((s) => s.id === seen.id)?.cautions ?? []);
  const fromAgents = agents.flatMap((a) => {
    const agent = library.agents.find((record) => record.id === a.agent);
    if (!agent) return [];
    return [
      ...(a.probability >= CAUTION_FROM ? agent.cautions : []),
      ...(agent.reportable && a.probability >= REPORT_FROM ? [`${agent.name}: ${agent.reportable}`] : []),
    ];
  });
  const weak = ['weakness', 'serious weakness', 'act first'].includes(judged.soundness.band);
  return [
    ...new Set([...fromSigns, ...fromAgents, ...(input.taxon?.cautions ?? []), ...(weak || screened ? [SCREENING] : []), ...GENERAL]),
  ];
}
