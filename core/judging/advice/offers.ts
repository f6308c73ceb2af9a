import { NOT_JUDGED, type WorksAnswer } from '../../record/judgement';
import { signNamed, ZONES, type Agent, type Callable } from '../../knowledge';
import { addDays } from '../../time/dates';
import { meets } from '../../record/reading';
import { felling } from './felling';
import { LIKELY } from './outlook';
import { atTheFoot, dueBy, seenSince, type Fault, type Standing } from './standing';
import { all, DEAD, FAILING, weights, type Ranks, type Say, type Weighed, type Weights } from './weighed';

/** Not having looked at half of the zones makes "keep" a weaker answer than coming again. */
const MUCH_UNSEEN = 8;
/** A cause that has to be reported or tested is, from this likely on; one that can wait is once it is likelier than not. */
const TESTED_FROM = 0.2;
/** What a leading cause calls for is offered from so likely on. */
const CALLS_FROM = 0.4;
/** How much each profile wants what a single sign, or a likely cause, calls for, and within how many days. */
const CALLED: Record<Callable, { weight: Weights; days: number }> = {
  'sample and report': { weight: all(7.5), days: 14 },
  'undo tie or stake': { weight: all(10), days: 30 },
  'take out dead wood': { weight: weights(6.5, 5.5, 4.5), days: 180 },
  'formative prune': { weight: weights(8, 7, 6), days: 365 },
  'protect from mower and car': { weight: all(7), days: 60 },
  'improve the ground': { weight: weights(6.2, 6.4, 6.2), days: 180 },
  treat: { weight: weights(5.5, 5.2, 4), days: 180 },
  support: { weight: weights(4.8, 4, 4.2), days: 365 },
  'prune or reduce': { weight: weights(4.9, 3, 4), days: 365 },
  'free it from competitors': { weight: weights(4, 7, 4), days: 365 },
  'bring on a successor': { weight: weights(3, 7, 6), days: 730 },
};

/** Causes that are at least so likely over the signs that could come from them, the likeliest first. */
const from = ({ library, plausible }: Pick<Standing, 'library' | 'plausible'>, least: number): Suspect[] =>
  plausible.flatMap(({ agent: id, probability, since }) => {
    const agent = probability >= least ? library.agents.find((a) => a.id === id) : undefined;
    return agent ? [{ agent, probability, since }] : [];
  });
interface Suspect {
  agent: Agent;
  probability: number;
  /** Day of the newest sign that speaks for it. */
  since: string;
}

/** What holds or lightens a weak fork or limb is not done a year after it was found: days by the risk. */
const hastenedDays = (unsound: number, risk: number, usual: number) => (unsound === 3 ? 14 : risk >= 2 ? 28 : risk === 1 ? 60 : usual);
/** A climber that hides what bears a tree over people is cut back before the look that needs it off, days. */
const LAID_BARE = 28;

/** What the signs and a likely cause call for, one entry an option. */
function called(of: Standing, { weak, risk, unsound }: Ranks, say: Say): Weighed[] {
  const { library, input, signs, vigour, setting, harm, everywhere } = of;
  const found = new Map<Callable, { because: string[]; by: string }>();
  const call = (option: Callable, because: string, by: string) => {
    const held = found.get(option);
    found.set(option, { because: [...new Set([...(held?.because ?? []), because])], by: held && held.by < by ? held.by : by });
  };
  const days = (option: Callable) =>
    option === 'support' || option === 'prune or reduce' ? hastenedDays(unsound, risk, CALLED[option].days) : CALLED[option].days;
  const stage = input.lifeStage ?? 'mature';
  for (const seen of signs) {
    const sign = signNamed(library, seen.id);
    const hides = sign !== undefined && sign.hides.length > 0 && harm === 'in reach';
    for (const one of sign?.calls ?? [])
      if (sign && (!one.stages || one.stages.includes(stage)) && meets(sign, seen, one.when, setting.tree)) {
        const within = one.do === 'free it from competitors' && hides ? LAID_BARE : (one.days ?? days(one.do));
        call(one.do, one.because, dueBy(input, within, seen.seenOn ?? input.day));
      }
  }
  // What is behind a sign is acted on where the tree suffers from it, or where it can hurt somebody.
  for (const { agent, since } of from(of, CALLS_FROM))
    if (weak >= 1 || agent.acute)
      for (const one of agent.calls)
        if (one.do !== 'sample and report' || !everywhere.has(agent.id)) call(one.do, one.because, dueBy(input, days(one.do), since));
  return [...found].map(([option, { because, by }]): Weighed => {
    const ready = CALLED[option];
    // Freeing a failing tree comes too late.
    if (option === 'free it from competitors' && weak >= FAILING) return { do: option, because, weight: all(2), by };
    if (option === 'bring on a successor') return { do: option, because: [...because, say.found(vigour)], weight: ready.weight, by };
    // Where nothing can be hurt, deadwood stays.
    if (option === 'take out dead wood' && harm === 'none') return { do: option, because, weight: all(NOTHING_IN_REACH), by };
    // What holds or lightens a fork waits while nobody is at risk.
    const hastened = (option === 'support' || option === 'prune or reduce') && risk >= 1 ? 2 : 0;
    const weight = weights(ready.weight.amenity + hastened, ready.weight.stewardship + hastened, ready.weight.habitat + hastened);
    return { do: option, because, weight, by };
  });
}

/** How much anybody wants deadwood out, or a limb off, that can hurt nobody. */
const NOTHING_IN_REACH = 3;
const callsDeadwood = ({ sign }: Fault) => sign.calls.some((one) => one.do === 'take out dead wood');

/** Days until a limb at fault is down: three for one that hangs or breaks, a week at high risk. Common practice, no source. */
function limbDays(rank: number, risk: number, breaking: number): number {
  if (rank === 3) return breaking;
  if (risk >= 2) return 7;
  return risk === 1 ? 56 : rank === 2 ? 180 : 365;
}

/** Dead, hung and broken limbs are taken out, the sooner the more people are beneath. */
function deadWood({ faults, input, screening, harm }: Standing, { risk, palm }: Ranks, say: Say): Weighed[] {
  const limbs = faults.filter((fault) => fault.onLimb && callsDeadwood(fault));
  const [worst] = limbs;
  if (!worst) return [];
  const urgent = worst.rank === 3 || risk >= 2;
  const weight = urgent ? all(14) : worst.rank === 2 || risk === 1 ? weights(10, 8, 7) : weights(6.5, 5.5, 4.5);
  const left = screening?.after.find((one) => one.do === 'take out dead wood');
  return [
    {
      do: 'take out dead wood',
      // The sign's own call says what will fall.
      because: [...(palm ? [say.fronds] : []), ...(left && left.risk !== screening?.risk ? [say.left(left.risk)] : [])],
      weight: harm === 'none' ? all(NOTHING_IN_REACH) : weight,
      by: dueBy(
        input,
        limbDays(worst.rank, risk, 3),
        seenSince(
          input,
          limbs.filter(({ rank }) => rank === worst.rank).map(({ seen }) => seen),
        ),
      ),
    },
  ];
}

/** A limb with a crack, a hole or a fungus in it is taken off or shortened: what is wrong with it is no reason to fell the tree. */
function limbAtFault({ faults, input, harm }: Standing, { risk }: Ranks, say: Say): Weighed[] {
  const limbs = faults.filter((fault) => fault.onLimb && !callsDeadwood(fault) && (fault.rank >= 2 || (fault.rank === 1 && risk >= 1)));
  const [worst] = limbs;
  if (!worst) return [];
  const urgent = worst.rank === 3 || risk >= 2;
  return [
    {
      do: 'prune or reduce',
      because: [say.takeLimb(limbs.map(({ sign }) => sign.label))],
      weight: harm === 'none' ? all(NOTHING_IN_REACH) : urgent ? all(13.5) : weights(8.6, 6.6, 6.6),
      by: dueBy(
        input,
        limbDays(worst.rank, risk, 7),
        seenSince(
          input,
          limbs.filter(({ rank }) => rank === worst.rank).map(({ seen }) => seen),
        ),
      ),
    },
  ];
}

/** A wilt that has to be reported moves on through the roots within weeks: its sample is taken within so many days. */
const PRESSING = 3;

/** A cause that a laboratory has to settle, or that has to be reported, is tested before anything is cut. */
function sampled(of: Standing, { weak }: Ranks, say: Say): Weighed[] {
  const { input, signs, everywhere } = of;
  const suspects = from(of, TESTED_FROM).filter(
    ({ agent, probability }) =>
      !everywhere.has(agent.id) &&
      (agent.reportable !== undefined || (agent.laboratory !== undefined && (weak >= 2 || probability >= LIKELY))),
  );
  if (suspects.length === 0) return [];
  // A sign that calls for a sample by itself, such as a wilt, cannot wait.
  const pressing = signs.some((seen) => signNamed(of.library, seen.id)?.calls.some((one) => one.do === 'sample and report'));
  const reportable = suspects.some(({ agent }) => agent.reportable !== undefined);
  const weight = pressing && reportable ? all(13) : reportable ? all(8.5) : weights(6.5, 6, 5);
  const since = suspects.map((one) => one.since).sort()[0] ?? input.day;
  return [
    {
      do: 'sample and report',
      because: suspects.slice(0, SUSPECTS_TOLD).map(({ agent }) => say.suspect(agent)),
      weight,
      by: dueBy(input, pressing && reportable ? PRESSING : reportable ? 14 : pressing ? 7 : 30, since),
    },
  ];
}
const SUSPECTS_TOLD = 3;

/** How much, and within how many days, a bench or a game is moved from under a limb at fault. Common practice, no source. */
const MOVED_FIRST = 7.2;
const MOVED_WITHIN = 28;

/** What keeps people out: today where it cannot wait, within days or weeks otherwise; only where somebody can be hurt. */
function keepingOut(of: Standing, { weak, unsound, risk, young, palm }: Ranks, say: Say): Weighed[] {
  const { soundness, screening, input, stemRank, harm, plausible, faults } = of;
  const made: Weighed[] = [];
  const rated = screening && risk >= 1 ? [say.screened(screening.risk)] : [];
  for (const { agent: id, probability } of plausible) {
    const keepOut = of.library.agents.find((a) => a.id === id)?.keepOut;
    if (!keepOut || probability < keepOut.from || harm === 'none') continue;
    made.push({ do: 'close off now', because: [keepOut.because, say.today], needs: [keepOut.call], weight: all(20), by: input.day });
    made.push({ do: 'exclude target', because: [keepOut.because], weight: all(15), by: addDays(input.day, 1) });
  }
  const why = say.keepOut(soundness.band, faults[0] && faults[0].rank >= 2 ? faults[0].sign.label : undefined);
  if (harm === 'none' && risk < 3) return made;
  if (unsound === 3 || risk === 3) made.push({ do: 'close off now', because: [why, say.today, ...rated], weight: all(20), by: input.day });
  // Over people a dead tree is felled, or they are kept out, before anything is tested or tidied.
  // A dead sapling is pulled out at the next round.
  const dangerous = weak === DEAD && harm === 'in reach' && (!young || risk >= 2);
  const sapling = young && weak === DEAD;
  // What people sit or play on is moved from under a limb before anything is cut.
  const limb = faults.find((fault) => fault.onLimb && fault.rank >= 1);
  if (limb && !palm && input.beneath.some((one) => one.what === 'people-staying' && one.howOften === 'constant'))
    made.push({
      do: 'exclude target',
      because: [say.moveFromUnder(limb.sign.label)],
      weight: all(MOVED_FIRST),
      by: dueBy(input, MOVED_WITHIN, seenSince(input, [limb.seen])),
    });
  if (unsound === 3 || risk >= 2 || (stemRank >= 2 && risk >= 1 && !sapling) || dangerous)
    made.push({
      do: 'exclude target',
      because: [why, ...rated],
      weight: dangerous ? all(15.5) : unsound === 3 || risk === 3 ? all(15) : risk === 2 ? all(11) : all(6),
      by: dueBy(
        input,
        unsound === 3 || risk === 3 ? 1 : risk >= 2 ? 7 : 14,
        seenSince(
          input,
          faults.filter(({ rank }) => rank >= 2).map(({ seen }) => seen),
        ),
      ),
    });
  return made;
}

/** What lets the tree stand as it is: keeping, watching, and leaving a weak one for habitat where it can harm nobody. */
function keeping(of: Standing, { weak, unsound, decay, risk }: Ranks, comeBackBy: string, say: Say): Weighed[] {
  const { vigour, soundness, hiddenDecay, looked, rare, stemRank, harm, faults } = of;
  const made: Weighed[] = [];
  const unseen = looked.unseen.length;
  const judged = vigour.band !== NOT_JUDGED && soundness.band !== NOT_JUDGED;
  // An old hollow that stayed the same, or deadwood over a meadow, is no reason to do anything.
  const settled =
    faults.length > 0 &&
    harm !== 'not said' &&
    unsound < 3 &&
    risk === 0 &&
    faults.every((fault) => fault.settled || (fault.onLimb && harm === 'none'));
  if (judged && (unsound === 0 || settled) && weak <= 1)
    made.push({
      do: 'keep',
      because: [settled ? say.settled : say.found(vigour), say.found(soundness)],
      weight: settled ? all(8.7) : all(unseen > MUCH_UNSEEN ? 4 : 6),
    });
  if (rare) made.push({ do: 'keep as seed source', because: [say.rare], weight: weights(3, 8, 6) });
  if ((unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0 || !judged) && weak < DEAD) {
    const because = [
      ...(unseen > 0 ? [say.unseen(unseen, ZONES.length)] : []),
      ...(decay >= 1 ? [say.found(hiddenDecay)] : []),
      ...(weak >= 2 ? [say.found(vigour)] : []),
      ...(unsound >= 1 ? [say.found(soundness)] : []),
    ];
    const few = weak >= FAILING || stemRank >= 2;
    made.push({
      do: 'watch',
      because: because.length > 0 ? because : [say.found(soundness)],
      weight: few ? weights(2, 3, 4) : weights(5, 5, 5.5),
    });
  }

  if (harm !== 'in reach' && (weak >= FAILING || stemRank >= 2))
    made.push({
      do: 'keep as habitat',
      because: [harm === 'not said' ? say.onceEmpty : say.leftStanding(weak)],
      weight: harm === 'not said' ? weights(2, 3, 8.5) : weak === DEAD ? all(12) : all(9),
      by: comeBackBy,
    });
  return made;
}

/** Days until a fault of what bears the tree is looked into, by its rank and the risk. Common practice, no source. */
function investigated(stemRank: number, risk: number): number {
  if (stemRank >= 3 || risk === 3) return 7;
  if (risk === 2) return 14;
  if (stemRank === 2) return risk === 1 ? 28 : 90;
  return risk === 1 ? 90 : 180;
}

/** Possible decay is looked into within so many days; likely decay always sooner. */
const POSSIBLE_DECAY = 365;

/** What looks closer and takes load off, by the fault that asks for it. */
function lookingInto(of: Standing, { weak, risk, palm, unsound }: Ranks, say: Say): Weighed[] {
  const { hiddenDecay, input, faults, stemRank, stemDecay, build, weakening, decaying } = of;
  const made: Weighed[] = [];
  const severe = faults.filter((fault) => !fault.onLimb && fault.rank >= 2);
  // What strangles the stem is cut away; nobody drills for it, nor takes load off it.
  const aloft = severe.filter(({ seen, sign }) => !atTheFoot(seen.zone) && sign.mechanism !== 'strangling');
  const onlyTied = severe.length > 0 && stemRank === 2 && severe.every(({ sign }) => sign.mechanism === 'strangling');
  const since = seenSince(
    input,
    severe.map(({ seen }) => seen),
  );
  // A conifer does not shoot from old wood: its crown is not shortened for a weak stem, only its limbs.
  if (aloft.length > 0 && build !== 'conifer')
    made.push({
      do: 'prune or reduce',
      because: [say.lessLoad(aloft.map(({ sign }) => sign.label))],
      weight: weights(7, 3.5, 4.5),
      by: dueBy(
        input,
        hastenedDays(unsound, risk, 180),
        seenSince(
          input,
          aloft.map(({ seen }) => seen),
        ),
      ),
    });
  const settled = severe.length > 0 && severe.every((fault) => fault.settled);
  // What is to be settled is named: the fault, or the decay it points to; a poor crown is looked into before anything is felled.
  if ((stemRank >= 2 && !onlyTied) || stemDecay === 2)
    made.push({
      do: 'investigate further',
      because: [
        say.investigate(
          severe.map(({ sign }) => sign.label),
          stemDecay === 0 ? 'none suspected' : hiddenDecay.band,
        ),
      ],
      weight: settled ? weights(6, 4, 5) : stemRank >= 2 ? weights(8, 6.5, 6.5) : weights(5.6, 4.5, 5),
      by: dueBy(input, investigated(stemRank, risk), stemRank >= 2 ? since : seenSince(input, decaying)),
    });
  else if (stemDecay === 1)
    made.push({
      do: 'investigate further',
      because: [say.found(hiddenDecay)],
      weight: weights(4.5, 4, 4),
      by: dueBy(input, POSSIBLE_DECAY, seenSince(input, decaying)),
    });
  // A palm that fails has one bud to lose: within days, not weeks.
  if (weak === FAILING)
    made.push({
      do: 'investigate further',
      because: [palm ? say.findThePalmsCause : say.findTheCause],
      weight: weights(8.2, 7, 7),
      by: dueBy(input, palm || risk >= 2 ? 14 : 60, seenSince(input, weakening)),
    });
  return made;
}

/** Days in which works at the roots are stopped, or what they did is looked into; in which the ground is made good. Common practice, no source. */
const AT_THE_ROOTS = 14;
const ROUND_THE_ROOTS = 30;

/** What works near the tree call for: before they begin, or once they are done. */
function besideWorks({ works, input }: Standing, say: Say): Weighed[] {
  if (!works) return [];
  const inZone = works.works.filter((w) => w.where !== 'outside the root zone');
  const holding = inZone.filter((w) => w.where === 'at the roots that hold the tree');
  const done = (one: WorksAnswer) => one.moment === 'done';
  const open = holding.filter((one) => !done(one));
  const dug = holding.filter(done);
  const within = (days: number, among: readonly WorksAnswer[]) => {
    const first = among.flatMap(({ begins }) => begins ?? []).sort()[0];
    const by = addDays(input.day, days);
    return first !== undefined && first > input.day && first < by ? first : by;
  };
  return [
    ...(open.length > 0
      ? [
          {
            do: 'stop the works' as const,
            because: [say.worksAtRoots(works.structuralRadius)],
            weight: all(9.5),
            by: within(AT_THE_ROOTS, open),
          },
        ]
      : []),
    ...(dug.length > 0
      ? [
          {
            do: 'investigate further' as const,
            because: [say.worksWereAtRoots(works.structuralRadius)],
            weight: all(9),
            by: within(AT_THE_ROOTS, []),
          },
        ]
      : []),
    ...(inZone.length > 0
      ? [
          {
            do: 'improve the ground' as const,
            because: [say.worksInside(works.radius, inZone.every(done))],
            weight: all(6.5),
            by: within(ROUND_THE_ROOTS, inZone),
          },
        ]
      : []),
  ];
}

/** Everything that could be done, weighed; an option may come more than once. @param comeBackBy the date to come back */
export const offers = (of: Standing, ranks: Ranks, comeBackBy: string, say: Say): Weighed[] => [
  ...called(of, ranks, say),
  ...deadWood(of, ranks, say),
  ...limbAtFault(of, ranks, say),
  ...sampled(of, ranks, say),
  ...keepingOut(of, ranks, say),
  ...keeping(of, ranks, comeBackBy, say),
  ...lookingInto(of, ranks, say),
  ...besideWorks(of, say),
  ...felling(of, ranks, say),
];
