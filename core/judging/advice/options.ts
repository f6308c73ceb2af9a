import { NOT_JUDGED, type Option, type Overruled } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import { PROFILES, type Profile } from '../../record/organisation';
import { OPTIONS, ZONES, type OptionKind } from '../../knowledge';
import { addDays } from '../../time/dates';
import { meets } from '../../record/reading';
import { NORMAL, UNKNOWN_CAUSE } from '../causes/differential';
import { wordsIn, type Catalogue } from '../../words/catalogue';
import { LIKELY } from './outlook';
import { atTheFoot, somebodyBeneath, type Standing } from './standing';

type Say = Catalogue['options'];

const VIGOUR_RANK: Record<string, number> = { thriving: 0, fair: 1, strained: 2, failing: 3, dead: 4 };
const SOUND_RANK: Record<string, number> = { weakness: 1, 'serious weakness': 2, 'act first': 3 };
const DECAY_RANK: Record<string, number> = { possible: 1, likely: 2 };
const RISK_RANK: Record<string, number> = { low: 0, moderate: 1, high: 2, extreme: 3 };
const FAILING = 3;
const DEAD = 4;
/** Not having looked at half of the zones makes "keep" a weaker answer than coming again. */
const MUCH_UNSEEN = 8;
/** A cause that has to be reported or tested is, from this likely on; one that can wait is once it is likelier than not. */
const TESTED_FROM = 0.2;
/** What a leading cause calls for is offered from so likely on. */
const CALLS_FROM = 0.4;
/** A stem thinner than this is a young tree whatever was written down, m. */
const SAPLING = 0.1;

type Weights = Record<Profile, number>;
const all = (n: number): Weights => ({ amenity: n, stewardship: n, habitat: n });
const weights = (amenity: number, stewardship: number, habitat: number): Weights => ({ amenity, stewardship, habitat });

interface Weighed {
  do: OptionKind;
  because: string[];
  /** How much each practice profile wants it. */
  weight: Weights;
  /** To be done by, ISO date; the date to come back where none is given. */
  by?: string;
  /** Conditions beside those that always go with it. */
  needs?: string[];
}

/** How much each profile wants what a single sign, or a likely cause, calls for, and within how many days. */
const CALLED: Partial<Record<OptionKind, { weight: Weights; days: number }>> = {
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

/** The tree's standing in the ranks the options are weighed by. */
const ranksOf = ({ vigour, soundness, hiddenDecay, screening, input, build }: Standing) => ({
  weak: VIGOUR_RANK[vigour.band] ?? 1,
  unsound: SOUND_RANK[soundness.band] ?? 0,
  decay: DECAY_RANK[hiddenDecay.band] ?? 0,
  risk: RISK_RANK[screening?.risk ?? ''] ?? 0,
  young: input.lifeStage === 'young' || (input.measurements.dbh !== undefined && input.measurements.dbh.m < SAPLING),
  palm: build === 'palm',
});
type Ranks = ReturnType<typeof ranksOf>;

/** Whether an option makes sense for a tree of this build, age and vigour at all. */
function fitting(option: OptionKind, { weak, young, palm }: Ranks): boolean {
  switch (option) {
    // A palm has one bud and no limbs to shorten or to hold.
    case 'prune or reduce':
    case 'support':
      return !palm && weak < DEAD;
    case 'formative prune':
      return !palm && young && weak < FAILING;
    case 'keep as habitat':
      return !young;
    // A successor is for a tree that fails; a strong one needs none.
    case 'bring on a successor':
      return weak >= 2;
    case 'treat':
    case 'improve the ground':
    case 'undo tie or stake':
    case 'protect from mower and car':
    case 'free it from competitors':
      return weak < DEAD;
    default:
      return true;
  }
}

/** What the signs and a likely cause call for, one entry an option. */
function called({ library, input, signs, vigour, setting, agents }: Standing, { weak, risk }: Ranks, say: Say): Weighed[] {
  const found = new Map<OptionKind, string[]>();
  const call = (option: OptionKind, because: string) => found.set(option, [...new Set([...(found.get(option) ?? []), because])]);
  const stage = input.lifeStage ?? 'mature';
  for (const seen of signs) {
    const sign = library.signs.find((s) => s.id === seen.id);
    for (const one of sign?.calls ?? [])
      if (sign && (!one.stages || one.stages.includes(stage)) && meets(sign, seen, one.when, setting.tree)) call(one.do, one.because);
  }
  const leading = agents[0];
  // What is behind a sign is acted on where the tree suffers from it.
  const likely = leading && leading.probability >= CALLS_FROM && weak >= 1 ? library.agents.find((a) => a.id === leading.agent) : undefined;
  for (const one of likely?.calls ?? []) call(one.do, one.because);
  return [...found].flatMap(([option, because]): Weighed[] => {
    const ready = CALLED[option];
    if (!ready) return [];
    const by = addDays(input.day, ready.days);
    // Freeing a failing tree comes too late.
    if (option === 'free it from competitors' && weak >= FAILING) return [{ do: option, because, weight: all(2), by }];
    if (option === 'bring on a successor')
      return [{ do: option, because: [...because, say.vigour(vigour.band)], weight: ready.weight, by }];
    // What holds or lightens a fork waits while nobody is at risk.
    const hastened = (option === 'support' || option === 'prune or reduce') && risk >= 1 ? 2 : 0;
    const weight = weights(ready.weight.amenity + hastened, ready.weight.stewardship + hastened, ready.weight.habitat + hastened);
    return [{ do: option, because, weight, by }];
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
  const wilts = signs.some((seen) => library.signs.find((s) => s.id === seen.id)?.lookAgain.some(({ months }) => months <= 1));
  const reportable = suspects.some((agent) => agent.reportable !== undefined);
  const weight = wilts && reportable ? all(13) : reportable ? all(8.5) : weights(6.5, 6, 5);
  return [
    { do: 'sample and report', because: suspects.map(say.suspect), weight, by: addDays(input.day, wilts ? 7 : reportable ? 14 : 30) },
  ];
}

/** Independent grounds for felling; one alone asks for a second look. */
function groundsToRemove(
  { library, vigour, soundness, agents, stemRank, faults }: Standing,
  { weak, decay, risk }: Ranks,
  say: Say,
): string[] {
  const leading = agents[0];
  const killer =
    leading && leading.probability >= LIKELY ? library.agents.find((a) => a.id === leading.agent && a.outlook === 'short') : undefined;
  const bearing = faults.filter((fault) => !fault.onLimb);
  const settled = bearing.length > 0 && bearing.every((fault) => fault.settled);
  return [
    ...(weak >= FAILING ? [say.vigour(vigour.band)] : []),
    ...(stemRank >= 2 && !settled ? [say.soundness(soundness.band)] : []),
    ...(stemRank >= 3 ? [say.cannotWait] : []),
    ...(stemRank >= 2 && decay === 2 && !settled ? [say.decayed] : []),
    ...(killer ? [say.killer(killer.name)] : []),
    ...(stemRank >= 2 && risk >= 2 ? [say.screened(risk === 3 ? 'extreme' : 'high')] : []),
  ];
}

/** How much safety wants a dead tree felled. */
const removalOfDead = (atOnce: boolean, inReach: boolean): number => (atOnce ? 16 : inReach ? 8 : 5);

/** How much safety wants a live tree felled: behind keeping people out, before a closer look only where it gives way. */
function removalOfWeak(stemRank: number, risk: number, grounds: number): number {
  if (stemRank >= 3) return risk >= 2 ? 10 : 9;
  return grounds >= 3 ? 7 : 5;
}

/** What the scales, the place and the list of rare kinds call for. */
function fromStanding(of: Standing, ranks: Ranks, comeBackBy: string, say: Say): Weighed[] {
  const { vigour, soundness, hiddenDecay, looked, agents, screening, works, rare, input, faults, stemRank } = of;
  const { weak, unsound, decay, risk, young, palm } = ranks;
  const unseen = looked.unseen.length;
  const cause = agents[0];
  const made: Weighed[] = [];
  const within = (days: number) => addDays(input.day, days);
  const peopled = somebodyBeneath(input);
  const nobodySaid = input.beneath.length === 0;
  const judged = vigour.band !== NOT_JUDGED && soundness.band !== NOT_JUDGED;
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

  const bearing = faults.filter((fault) => !fault.onLimb);
  const severe = bearing.filter(({ rank }) => rank >= 2);
  const aloft = severe.filter(({ seen }) => !atTheFoot(seen.zone));
  // A conifer does not shoot from old wood: its crown is not shortened for a weak stem, only its limbs.
  if (aloft.length > 0 && of.build !== 'conifer')
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
  if (weak === FAILING) made.push({ do: 'investigate further', because: [say.findTheCause], weight: weights(8.2, 7, 7), by: within(60) });

  if (!peopled && (weak >= FAILING || stemRank >= 2))
    made.push({
      do: 'keep as habitat',
      because: [nobodySaid ? say.onceEmpty : say.leftStanding(weak >= FAILING)],
      weight: nobodySaid ? weights(2, 3, 8.5) : weights(4, 4.5, 9),
      by: comeBackBy,
    });

  if (works?.works.some((w) => w.where === 'at the roots that hold the tree'))
    made.push({ do: 'investigate further', because: [say.worksAtRoots(works.structuralRadius)], weight: all(9), by: within(14) });
  if (works?.works.some((w) => w.where !== 'outside the root zone'))
    made.push({ do: 'improve the ground', because: [say.worksInside(works.radius)], weight: all(6.5), by: within(30) });

  const grounds = groundsToRemove(of, ranks, say);
  if (weak === DEAD || grounds.length >= 2) {
    const base = weak === DEAD ? removalOfDead(young || dangerous, peopled || nobodySaid) : removalOfWeak(stemRank, risk, grounds.length);
    const amenity = rare ? 1 : base;
    made.push({
      do: 'remove',
      because: [
        ...(weak === DEAD && grounds.length < 2 ? [say.vigour(vigour.band)] : grounds),
        ...(cause && cause.probability > LIKELY && cause.agent !== UNKNOWN_CAUSE && cause.agent !== NORMAL
          ? [say.likelyCause(cause.name)]
          : []),
      ],
      // Grounds that all come from one fault are one ground: somebody else looks first.
      needs: weak === DEAD || (weak >= FAILING ? 1 : 0) + severe.length >= 2 ? [] : [say.secondLook],
      weight: weights(amenity, rare ? 1 : Math.min(amenity, Math.max(1, amenity - 1)), 1),
      by: within(weak === DEAD && dangerous ? 30 : stemRank >= 3 ? 28 : 180),
    });
  }
  if (palm && weak >= FAILING && !young && !made.some((one) => one.do === 'remove'))
    made.push({ do: 'investigate further', because: [say.findTheCause], weight: all(8), by: within(14) });
  return made;
}

const largest = (a: Weights, b: Weights | undefined): Weights =>
  weights(Math.max(a.amenity, b?.amenity ?? 0), Math.max(a.stewardship, b?.stewardship ?? 0), Math.max(a.habitat, b?.habitat ?? 0));

/** The earlier of two days; the one that is given where one is not. */
const earlier = (a: string | undefined, b: string | undefined) => (a === undefined ? b : b === undefined ? a : a < b ? a : b);

const ordered = (made: readonly Weighed[], profile: Profile): Weighed[] =>
  [...made].sort((a, b) => b.weight[profile] - a.weight[profile] || OPTIONS.indexOf(a.do) - OPTIONS.indexOf(b.do));

/** No profile fells before safety does: removal never stands ahead of an option that the amenity order puts ahead of it. */
function notSoonerThanSafety(ranked: Weighed[], amenity: readonly Weighed[]): Weighed[] {
  const removal = ranked.find((one) => one.do === 'remove');
  if (!removal) return ranked;
  const ahead = new Set(
    amenity
      .slice(
        0,
        amenity.findIndex((one) => one.do === 'remove'),
      )
      .map((one) => one.do),
  );
  const rest = ranked.filter((one) => one !== removal);
  const last = rest.reduce((at, one, i) => (ahead.has(one.do) ? i + 1 : at), 0);
  const at = Math.max(last, ranked.indexOf(removal));
  return [...rest.slice(0, at), removal, ...rest.slice(at)];
}

/**
 * Options ranked as a practice profile ranks them: amenity and safety, stewardship of the stand, or habitat first. Of two that weigh
 * the same the one that stands first in the vocabulary goes first. Each has a day and says who may do it.
 * @param comeBackBy the date to come back, by which what has no date of its own is due
 */
export function options(of: Standing, comeBackBy: string): Option[] {
  const { options: say } = wordsIn(of.input);
  const ranks = ranksOf(of);
  const merged = new Map<OptionKind, Weighed>();
  const made = [
    ...called(of, ranks, say),
    ...deadWood(of, ranks, say),
    ...sampled(of, ranks, say),
    ...fromStanding(of, ranks, comeBackBy, say),
  ];
  for (const one of made) {
    if (!fitting(one.do, ranks)) continue;
    const kept = merged.get(one.do);
    const by = earlier(kept?.by, one.by);
    merged.set(one.do, {
      do: one.do,
      because: [...new Set([...(kept?.because ?? []), ...one.because])],
      weight: largest(one.weight, kept?.weight),
      ...(by === undefined ? {} : { by }),
      needs: [...(kept?.needs ?? []), ...(one.needs ?? [])],
    });
  }
  const list = [...merged.values()];
  const { profile } = of.input;
  const amenity = ordered(list, PROFILES[0]);
  const ranked = profile === PROFILES[0] ? amenity : notSoonerThanSafety(ordered(list, profile), amenity);
  return ranked.map((one) => ({
    do: one.do,
    because: one.because,
    needs: [...say.needs(one.do, of.input.taxon?.name ?? of.input.name, of.input.lifeStage), ...(one.needs ?? [])],
    by: one.by ?? comeBackBy,
    who: say.who(one.do),
  }));
}

/** Options that do something about a danger; any other first is the milder choice. */
const ACTING: readonly OptionKind[] = [
  'close off now',
  'exclude target',
  'sample and report',
  'take out dead wood',
  'remove',
  'prune or reduce',
  'support',
  'investigate further',
];

/** The option the person puts first, with their reason; one the rules do not offer is added. */
export function preferred(
  ranked: readonly Option[],
  overrules: readonly Overrule[],
  comeBackBy: string,
  { options: say }: Catalogue,
): { options: Option[]; overruled: Overruled } | null {
  const set = overrules.find((o) => o.what === 'option');
  const to = OPTIONS.find((option) => option === set?.to);
  const ruled = ranked[0]?.do;
  if (!set || !to || ruled === to) return null;
  const held = ranked.find((option) => option.do === to);
  const first: Option = {
    do: to,
    because: [say.putFirst(set.why), ...(held?.because ?? [])],
    needs: held?.needs ?? say.needs(to, null),
    by: held?.by ?? comeBackBy,
    who: say.who(to),
  };
  const milder = ruled !== undefined && ACTING.includes(ruled) && !ACTING.includes(to);
  return {
    options: [first, ...ranked.filter((option) => option.do !== to)],
    overruled: { what: 'option', from: ruled ?? say.nothingRuled, to, why: set.why, milder },
  };
}
