import type { Option, Overruled } from '../../record/judgement';
import type { Overrule } from '../../record/look';
import { PROFILES, type Profile } from '../../record/organisation';
import { OPTIONS, type OptionKind } from '../../knowledge';
import { wordsIn, type Catalogue } from '../../words/catalogue';
import { offers } from './offers';
import { touchesTheTree, type Protection } from './protection';
import type { Standing } from './standing';
import { CAUTION_FROM, HURTS_FROM } from './thresholds';
import { DEAD, FAILING, ranksOf, weights, type Ranks, type Say, type Weighed, type Weights } from './weighed';

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
    // Nobody drills a dead tree.
    case 'investigate further':
      return weak < DEAD;
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

const largest = (a: Weights, b: Weights | undefined): Weights =>
  weights(Math.max(a.amenity, b?.amenity ?? 0), Math.max(a.stewardship, b?.stewardship ?? 0), Math.max(a.habitat, b?.habitat ?? 0));

const leaveFor = (option: OptionKind, protection: Protection): Protection => (touchesTheTree(option) ? protection : null);

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

/** What keeps people out goes ahead of whatever takes longer, and nothing is looked into after the felling that it decides. */
function datesInOrder(ranked: readonly Weighed[], comeBackBy: string): Weighed[] {
  const felled = ranked.find((one) => one.do === 'remove')?.by;
  const list = ranked.map((one) =>
    one.do === 'investigate further' && felled !== undefined && (one.by ?? comeBackBy) > felled ? { ...one, by: felled } : one,
  );
  const exclude = list.find((one) => one.do === 'exclude target');
  if (!exclude) return list;
  const rest = list.filter((one) => one !== exclude);
  const at = Math.min(
    list.indexOf(exclude),
    Math.max(
      0,
      rest.findIndex((one) => (one.by ?? comeBackBy) > (exclude.by ?? comeBackBy)),
    ),
  );
  return [...rest.slice(0, at), exclude, ...rest.slice(at)];
}

/** What the work at this tree asks for beside the option's own conditions: hairs, dust and brittle wood, and wires in reach. */
function hazardsOf({ library, plausible, input }: Standing, option: OptionKind, say: Say): { needs: string[]; who: string | undefined } {
  const agents = plausible.flatMap(({ agent: id, probability }) => {
    const agent = library.agents.find((a) => a.id === id);
    return agent?.handling && probability >= (agent.acute ? HURTS_FROM : CAUTION_FROM) ? [agent.handling] : [];
  });
  const cuts = CUTTING.includes(option);
  const samples = option === 'sample and report';
  const wires = input.beneath.some((one) => one.what === 'wires') && (cuts || option === 'close off now');
  const road = input.beneath.some((one) => one.what === 'road') && (option === 'close off now' || option === 'exclude target');
  return {
    needs: [
      ...(wires ? [say.wires] : []),
      ...(road ? [say.road] : []),
      ...(cuts ? agents.flatMap(({ cut }) => cut) : samples ? agents.flatMap(({ sample }) => sample) : []),
    ],
    who: samples ? agents.find(({ sampler }) => sampler !== undefined)?.sampler : undefined,
  };
}
/** Options that put a saw to the tree. */
const CUTTING: readonly OptionKind[] = ['take out dead wood', 'prune or reduce', 'support', 'formative prune', 'remove'];

/**
 * Options ranked as a practice profile ranks them: amenity and safety, stewardship of the stand, or habitat first. Of two that weigh
 * the same the one that stands first in the vocabulary goes first. Each has a day and says who may do it.
 * @param comeBackBy the date to come back, by which what has no date of its own is due
 */
export function options(of: Standing, comeBackBy: string): Option[] {
  const { options: say } = wordsIn(of.input);
  const ranks = ranksOf(of);
  const merged = new Map<OptionKind, Weighed>();
  for (const one of offers(of, ranks, comeBackBy, say)) {
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
  const ranked = datesInOrder(profile === PROFILES[0] ? amenity : notSoonerThanSafety(ordered(list, profile), amenity), comeBackBy);
  return ranked.map((one) => {
    const hazards = hazardsOf(of, one.do, say);
    return {
      do: one.do,
      because: one.because,
      needs: [
        ...new Set([
          ...hazards.needs,
          ...say.needs(one.do, of.input.taxon?.name ?? of.input.name, leaveFor(one.do, of.protection), of.input.lifeStage),
          ...(one.needs ?? []),
        ]),
      ],
      by: one.by ?? comeBackBy,
      who: hazards.who ?? say.who(one.do),
    };
  });
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
  protection: Protection,
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
    needs: held?.needs ?? say.needs(to, null, leaveFor(to, protection)),
    by: held?.by ?? comeBackBy,
    who: say.who(to),
  };
  const milder = ruled !== undefined && ACTING.includes(ruled) && !ACTING.includes(to);
  return {
    options: [first, ...ranked.filter((option) => option.do !== to)],
    overruled: { what: 'option', from: ruled ?? say.nothingRuled, to, why: set.why, milder },
  };
}
