import { NOT_JUDGED } from '../../record/judgement';
import { signNamed, ZONES, type Callable } from '../../knowledge';
import { addDays } from '../../time/dates';
import { meets } from '../../record/reading';
import { felling } from './felling';
import { LIKELY } from './outlook';
import { atTheFoot, somebodyBeneath, type Standing } from './standing';
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

/** What the signs and a likely cause call for, one entry an option. */
function called({ library, input, signs, vigour, setting, agents }: Standing, { weak, risk }: Ranks, say: Say): Weighed[] {
  const found = new Map<Callable, string[]>();
  const call = (option: Callable, because: string) => found.set(option, [...new Set([...(found.get(option) ?? []), because])]);
  const stage = input.lifeStage ?? 'mature';
  for (const seen of signs) {
    const sign = signNamed(library, seen.id);
    for (const one of sign?.calls ?? [])
      if (sign && (!one.stages || one.stages.includes(stage)) && meets(sign, seen, one.when, setting.tree)) call(one.do, one.because);
  }
  const leading = agents[0];
  // What is behind a sign is acted on where the tree suffers from it.
  const likely = leading && leading.probability >= CALLS_FROM && weak >= 1 ? library.agents.find((a) => a.id === leading.agent) : undefined;
  for (const one of likely?.calls ?? []) call(one.do, one.because);
  return [...found].map(([option, because]): Weighed => {
    const ready = CALLED[option];
    const by = addDays(input.day, ready.days);
    // Freeing a failing tree comes too late.
    if (option === 'free it from competitors' && weak >= FAILING) return { do: option, because, weight: all(2), by };
    if (option === 'bring on a successor') return { do: option, because: [...because, say.vigour(vigour.band)], weight: ready.weight, by };
    // What holds or lightens a fork waits while nobody is at risk.
    const hastened = (option === 'support' || option === 'prune or reduce') && risk >= 1 ? 2 : 0;
    const weight = weights(ready.weight.amenity + hastened, ready.weight.stewardship + hastened, ready.weight.habitat + hastened);
    return { do: option, because, weight, by };
  });
}

/** Dead, hung and broken limbs are taken out, the sooner the more people are beneath. */
function deadWood({ faults, input, screening }: Standing, { risk, palm }: Ranks, say: Say): Weighed[] {
  const limbs = faults.filter(({ onLimb, sign }) => onLimb && sign.calls.some((one) => one.do === 'take out dead wood'));
  const [worst] = limbs;
  if (!worst) return [];
  const urgent = worst.rank === 3 || risk >= 2;
  const days = urgent ? 7 : risk === 1 ? 60 : worst.rank === 2 ? 180 : 365;
  const weight = urgent ? all(14) : worst.rank === 2 || risk === 1 ? weights(10, 8, 7) : weights(6.5, 5.5, 4.5);
  const left = screening?.after.find((one) => one.do === 'take out dead wood');
  return [
    {
      do: 'take out dead wood',
      // The sign's own call says what will fall.
      because: [...(palm ? [say.fronds] : []), ...(left ? [say.left(left.risk)] : [])],
      weight,
      by: addDays(input.day, days),
    },
  ];
}

/** A cause that a laboratory has to settle, or that has to be reported, is tested before anything is cut. */
function sampled({ library, agents, input, signs }: Standing, { weak }: Ranks, say: Say): Weighed[] {
  const suspects = agents.flatMap(({ agent: id, probability }) => {
    const agent = library.agents.find((a) => a.id === id);
    if (!agent || probability < TESTED_FROM) return [];
    return agent.reportable !== undefined || (agent.laboratory !== undefined && (weak >= 2 || probability >= LIKELY)) ? [agent] : [];
  });
  if (suspects.length === 0) return [];
  // A sign that calls for a sample by itself, such as a wilt, cannot wait.
  const pressing = signs.some((seen) => signNamed(library, seen.id)?.calls.some((one) => one.do === 'sample and report'));
  const reportable = suspects.some((agent) => agent.reportable !== undefined);
  const weight = pressing && reportable ? all(13) : reportable ? all(8.5) : weights(6.5, 6, 5);
  return [
    { do: 'sample and report', because: suspects.map(say.suspect), weight, by: addDays(input.day, pressing ? 7 : reportable ? 14 : 30) },
  ];
}

/** What keeps people out: today where it cannot wait, within days or weeks otherwise. */
function keepingOut({ soundness, screening, input, stemRank }: Standing, { weak, unsound, risk }: Ranks, say: Say): Weighed[] {
  const made: Weighed[] = [];
  const within = (days: number) => addDays(input.day, days);
  const peopled = somebodyBeneath(input);
  const nobodySaid = input.beneath.length === 0;
  const rated = screening ? [say.screened(screening.risk)] : [];
  if (unsound === 3 && (peopled || nobodySaid))
    made.push({
      do: 'close off now',
      because: [say.keepOut(soundness.band), say.today, ...(risk >= 1 ? rated : [])],
      weight: all(20),
      by: input.day,
    });
  else if (risk === 3) made.push({ do: 'close off now', because: [...rated, say.today], weight: all(20), by: input.day });
  // Over people a dead tree is felled, or they are kept out, before anything is tested or tidied.
  const dangerous = weak === DEAD && peopled;
  if (unsound === 3 || risk >= 2 || (stemRank >= 2 && risk >= 1) || dangerous)
    made.push({
      do: 'exclude target',
      because: [say.keepOut(soundness.band), ...(risk >= 1 ? rated : [])],
      weight: dangerous ? all(15.5) : unsound === 3 || risk === 3 ? all(15) : risk === 2 ? all(11) : all(6),
      by: within(unsound === 3 || risk >= 2 ? 7 : 30),
    });
  return made;
}

/** What lets the tree stand as it is: keeping, watching, and leaving a weak one for habitat where it can harm nobody. */
function keeping(of: Standing, { weak, unsound, decay }: Ranks, comeBackBy: string, say: Say): Weighed[] {
  const { vigour, soundness, hiddenDecay, looked, rare, input, stemRank } = of;
  const made: Weighed[] = [];
  const unseen = looked.unseen.length;
  const nobodySaid = input.beneath.length === 0;
  const judged = vigour.band !== NOT_JUDGED && soundness.band !== NOT_JUDGED;
  if (judged && unsound === 0 && weak <= 1)
    made.push({
      do: 'keep',
      because: [...vigour.reasons.slice(0, 1), say.soundness(soundness.band)],
      weight: all(unseen > MUCH_UNSEEN ? 4 : 6),
    });
  if (rare) made.push({ do: 'keep as seed source', because: [say.rare], weight: weights(3, 8, 6) });
  if ((unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0 || !judged) && weak < DEAD) {
    const because = [
      ...(unseen > 0 ? [say.unseen(unseen, ZONES.length)] : []),
      ...(decay >= 1 ? [say.hiddenDecay(hiddenDecay.band)] : []),
      ...(weak >= 2 ? [say.vigour(vigour.band)] : []),
      ...(unsound >= 1 ? [say.soundness(soundness.band)] : []),
    ];
    const few = weak >= FAILING || stemRank >= 2;
    made.push({
      do: 'watch',
      because: because.length > 0 ? because : [say.soundness(soundness.band)],
      weight: few ? weights(2, 3, 4) : weights(5, 5, 5.5),
    });
  }

  if (!somebodyBeneath(input) && (weak >= FAILING || stemRank >= 2))
    made.push({
      do: 'keep as habitat',
      because: [nobodySaid ? say.onceEmpty : say.leftStanding(weak >= FAILING)],
      weight: nobodySaid ? weights(2, 3, 8.5) : weights(4, 4.5, 9),
      by: comeBackBy,
    });
  return made;
}

/** What looks closer and takes load off, by the fault that asks for it. */
function lookingInto(of: Standing, { weak, decay, risk, palm }: Ranks, comeBackBy: string, say: Say): Weighed[] {
  const { hiddenDecay, input, faults, stemRank, build } = of;
  const made: Weighed[] = [];
  const within = (days: number) => addDays(input.day, days);
  const severe = faults.filter((fault) => !fault.onLimb && fault.rank >= 2);
  const aloft = severe.filter(({ seen }) => !atTheFoot(seen.zone));
  // A conifer does not shoot from old wood: its crown is not shortened for a weak stem, only its limbs.
  if (aloft.length > 0 && build !== 'conifer')
    made.push({
      do: 'prune or reduce',
      because: [say.lessLoad(aloft.map(({ sign }) => sign.label))],
      weight: weights(7, 3.5, 4.5),
      by: within(risk >= 1 ? 60 : 180),
    });
  const settled = severe.length > 0 && severe.every((fault) => fault.settled);
  // What is to be settled is named: the fault, or the decay it points to; a poor crown is looked into before anything is felled.
  if (stemRank >= 2 || decay === 2)
    made.push({
      do: 'investigate further',
      because: [
        say.investigate(
          severe.map(({ sign }) => sign.label),
          hiddenDecay.band,
        ),
      ],
      weight: settled ? weights(6, 4, 5) : stemRank >= 2 ? weights(8, 6.5, 6.5) : weights(5.6, 4.5, 5),
      by: within(stemRank >= 3 ? 14 : stemRank === 2 ? 90 : 365),
    });
  else if (decay === 1)
    made.push({ do: 'investigate further', because: [say.hiddenDecay(hiddenDecay.band)], weight: weights(4.5, 4, 4), by: comeBackBy });
  // A palm that fails has one bud to lose: within days, not weeks.
  if (weak === FAILING)
    made.push({ do: 'investigate further', because: [say.findTheCause], weight: weights(8.2, 7, 7), by: within(palm ? 14 : 60) });
  return made;
}

/** What works planned near the tree call for. */
function besideWorks({ works, input }: Standing, say: Say): Weighed[] {
  const made: Weighed[] = [];
  const within = (days: number) => addDays(input.day, days);
  if (works?.works.some((w) => w.where === 'at the roots that hold the tree'))
    made.push({ do: 'investigate further', because: [say.worksAtRoots(works.structuralRadius)], weight: all(9), by: within(14) });
  if (works?.works.some((w) => w.where !== 'outside the root zone'))
    made.push({ do: 'improve the ground', because: [say.worksInside(works.radius)], weight: all(6.5), by: within(30) });
  return made;
}

/** Everything that could be done, weighed; an option may come more than once. @param comeBackBy the date to come back */
export const offers = (of: Standing, ranks: Ranks, comeBackBy: string, say: Say): Weighed[] => [
  ...called(of, ranks, say),
  ...deadWood(of, ranks, say),
  ...sampled(of, ranks, say),
  ...keepingOut(of, ranks, say),
  ...keeping(of, ranks, comeBackBy, say),
  ...lookingInto(of, ranks, comeBackBy, say),
  ...besideWorks(of, say),
  ...felling(of, ranks, say),
];
