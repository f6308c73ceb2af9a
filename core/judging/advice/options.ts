import {
  NOT_JUDGED,
  type AgentLikelihood,
  type Judged,
  type Screening,
  type WorksJudged,
  type Option,
  type Overruled,
} from '../../record/judgement';
import type { Overrule } from '../../record/look';
import type { Profile } from '../../record/organisation';
import { OPTIONS, ZONES, type Library, type OptionKind } from '../../knowledge';
import { treeWords } from '../../units/lengths';
import { NORMAL, UNKNOWN_CAUSE } from '../causes/differential';
import { meets } from '../looked/field-test';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { capital } from '../../words/listed';

/** What the options are weighed from. */
export interface Standing {
  library: Library;
  input: AssessInput;
  vigour: Judged<'vigour'>;
  soundness: Judged<'soundness'>;
  hiddenDecay: Judged<'hiddenDecay'>;
  looked: LookedAt;
  agents: readonly AgentLikelihood[];
  screening: Screening | null;
  works: WorksJudged | null;
  rare: boolean;
}

const LICENSED = 'licensed people, local code and permit';
const PROTECTED = 'protected-species check';
/** Conditions that go with an option whatever calls for it. */
const NEEDS: Record<OptionKind, string[]> = {
  keep: [],
  'keep as seed source': [],
  watch: [],
  'free it from competitors': [LICENSED],
  'improve the ground': ['hand or air tools inside the root zone'],
  'prune or reduce': [LICENSED, PROTECTED],
  support: [LICENSED, 'a yearly look at what holds it'],
  'investigate further': ['a qualified assessor; sounding, probe or resistance drill'],
  'exclude target': ['the owner of the ground'],
  'keep as habitat': ['nothing beneath, judged by a qualified person'],
  'bring on a successor': [],
  remove: [LICENSED, PROTECTED],
};

const VIGOUR_RANK: Record<string, number> = { thriving: 0, fair: 1, strained: 2, failing: 3, dead: 4 };
const SOUND_RANK: Record<string, number> = { weakness: 1, 'serious weakness': 2, 'act first': 3 };
const DECAY_RANK: Record<string, number> = { possible: 1, likely: 2 };
const RISK_RANK: Record<string, number> = { low: 0, moderate: 1, high: 2, extreme: 3 };
/** Not having looked at half of the zones makes "keep" a weaker answer than coming again. */
const MUCH_UNSEEN = 8;
/** A cause is named among the reasons once it is likelier than not. */
const NAMED_FROM = 0.5;

type Weights = Record<Profile, number>;
const all = (n: number): Weights => ({ amenity: n, stewardship: n, habitat: n });

interface Weighed {
  do: OptionKind;
  because: string[];
  /** How much each practice profile wants it. */
  weight: Weights;
}

/** How much each profile wants what a single sign calls for. */
const CALLED: Partial<Record<OptionKind, Weights>> = {
  'free it from competitors': { amenity: 2, stewardship: 7, habitat: 2 },
  'improve the ground': { amenity: 4, stewardship: 6, habitat: 5 },
  'prune or reduce': { amenity: 7, stewardship: 3, habitat: 4 },
  support: { amenity: 5, stewardship: 2, habitat: 3 },
  'bring on a successor': { amenity: 3, stewardship: 7, habitat: 6 },
};

/** What the signs themselves call for, one entry an option. */
function called({ library, input, vigour }: Standing, weak: number): Weighed[] {
  const found = new Map<OptionKind, string[]>();
  for (const seen of input.signs) {
    for (const call of library.signs.find((sign) => sign.id === seen.id)?.calls ?? []) {
      if (meets(seen, call.when)) found.set(call.do, [...new Set([...(found.get(call.do) ?? []), call.because])]);
    }
  }
  return [...found].flatMap(([option, because]): Weighed[] => {
    const weight = CALLED[option];
    if (!weight) return [];
    // A successor is for a tree that fails; a strong one needs none. Freeing a failing tree comes too late.
    if (option === 'bring on a successor' && weak < 2) return [];
    if (option === 'free it from competitors' && weak > 2) return [{ do: option, because, weight: all(2) }];
    return [{ do: option, because: option === 'bring on a successor' ? [...because, `Vigour ${vigour.band}.`] : because, weight }];
  });
}

/** What the scales, the place and the list of rare kinds call for. */
function fromStanding(
  { vigour, soundness, hiddenDecay, looked, agents, screening, works, rare, input }: Standing,
  weak: number,
): Weighed[] {
  const unsound = SOUND_RANK[soundness.band] ?? 0;
  const decay = DECAY_RANK[hiddenDecay.band] ?? 0;
  const risk = RISK_RANK[screening?.risk ?? ''] ?? 0;
  const unseen = looked.unseen.length;
  const cause = agents[0];
  // A serious weakness is looked into before the saw comes out; a failing tree or one that cannot wait is another matter.
  const toRemove = unsound === 3 ? 8 : weak >= 3 ? 6 : 4;
  const made: Weighed[] = [];
  const judged = vigour.band !== NOT_JUDGED && soundness.band !== NOT_JUDGED;
  if (judged && unsound === 0 && weak <= 1)
    made.push({
      do: 'keep',
      because: [...vigour.reasons.slice(0, 1), `Soundness: ${soundness.band}.`],
      weight: all(unseen > MUCH_UNSEEN ? 4 : 6),
    });
  if (rare)
    made.push({
      do: 'keep as seed source',
      because: ["On the district's list of rare kinds: kept to its last."],
      weight: { amenity: 3, stewardship: 8, habitat: 6 },
    });
  if (unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0) {
    const because = [
      ...(unseen > 0 ? [`${unseen} of ${ZONES.length} zones were not looked at.`] : []),
      ...(decay >= 1 ? [`Hidden decay ${hiddenDecay.band}.`] : []),
      ...(weak >= 2 ? [`Vigour ${vigour.band}.`] : []),
      ...(unsound >= 1 ? [`Soundness: ${soundness.band}.`] : []),
    ];
    made.push({ do: 'watch', because, weight: { amenity: unsound >= 2 ? 2 : 5, stewardship: 5, habitat: 6 } });
  }
  if (unsound >= 2)
    made.push({ do: 'prune or reduce', because: ['Less load on the weak part.'], weight: { amenity: 7, stewardship: 3, habitat: 4 } });
  if (decay >= 1 || unsound >= 2)
    made.push({
      do: 'investigate further',
      because: [`Hidden decay ${hiddenDecay.band}: its reach is not known.`],
      weight: { amenity: 7 + decay, stewardship: 4, habitat: 5 },
    });
  if (unsound >= 2 || risk >= 2)
    made.push({
      do: 'exclude target',
      because: [
        `Soundness: ${soundness.band}; keep people out from under it.`,
        ...(screening && risk >= 1 ? [`Field screening: ${screening.risk} for what is beneath.`] : []),
      ],
      weight: unsound === 3 || risk === 3 ? all(12) : risk === 2 ? all(9) : { amenity: 6, stewardship: 5, habitat: 8 },
    });
  if (weak >= 3 || unsound >= 2) {
    const empty = input.beneath.length > 0 && risk === 0;
    made.push({
      do: 'keep as habitat',
      because: [
        `${weak >= 3 ? 'A dying' : 'A weak'} tree with nothing beneath it can be left standing.`,
        ...(empty ? ['Field screening: low for what is beneath.'] : []),
        ...(risk >= 2 ? ['Only once nothing and nobody is beneath it any more.'] : []),
      ],
      weight: { amenity: empty ? 4 : 2, stewardship: empty ? 4 : 3, habitat: risk >= 2 ? 3 : 9 },
    });
  }
  if (works?.works.some((w) => w.where !== 'outside the root zone'))
    made.push({
      do: 'improve the ground',
      because: [
        `Works are planned inside the root zone of ${treeWords(works.radius, input.units ?? 'metric')}: fence it and mulch it before they begin.`,
      ],
      weight: { amenity: 6, stewardship: 6, habitat: 6 },
    });
  if (weak >= 3 || unsound === 3 || (unsound === 2 && decay === 2))
    made.push({
      do: 'remove',
      because: [
        `${capital(`vigour ${vigour.band}`)}; soundness: ${soundness.band}.`,
        ...(cause && cause.probability > NAMED_FROM && cause.agent !== UNKNOWN_CAUSE && cause.agent !== NORMAL
          ? [`Likely cause: ${cause.name}.`]
          : []),
      ],
      weight: { amenity: rare ? 1 : toRemove + Math.max(0, risk - 1), stewardship: rare ? 1 : 6, habitat: 1 },
    });
  return made;
}

/** Options ranked as a practice profile ranks them: amenity and safety, stewardship of the stand, or habitat first. */
export function options(standing: Standing): Option[] {
  const weak = VIGOUR_RANK[standing.vigour.band] ?? 1;
  const merged = new Map<OptionKind, Weighed>();
  for (const made of [...called(standing, weak), ...fromStanding(standing, weak)]) {
    const kept = merged.get(made.do);
    merged.set(made.do, {
      do: made.do,
      because: [...new Set([...(kept?.because ?? []), ...made.because])],
      weight: {
        amenity: Math.max(made.weight.amenity, kept?.weight.amenity ?? 0),
        stewardship: Math.max(made.weight.stewardship, kept?.weight.stewardship ?? 0),
        habitat: Math.max(made.weight.habitat, kept?.weight.habitat ?? 0),
      },
    });
  }
  const { profile } = standing.input;
  return [...merged.values()]
    .sort((a, b) => b.weight[profile] - a.weight[profile] || a.do.localeCompare(b.do))
    .map((made) => ({ do: made.do, because: made.because, needs: NEEDS[made.do] }));
}

/** Options that do something about a danger; any other first is the milder choice. */
const ACTING: readonly OptionKind[] = ['remove', 'exclude target', 'prune or reduce', 'support', 'investigate further'];

/** The option the person puts first, with their reason; one the rules do not offer is added. */
export function preferred(ranked: readonly Option[], overrules: readonly Overrule[]): { options: Option[]; overruled: Overruled } | null {
  const set = overrules.find((o) => o.what === 'option');
  const to = OPTIONS.find((option) => option === set?.to);
  const ruled = ranked[0]?.do;
  if (!set || !to || ruled === to) return null;
  const held = ranked.find((option) => option.do === to);
  const first: Option = { do: to, because: [`Put first by the observer: ${set.why}`, ...(held?.because ?? [])], needs: NEEDS[to] };
  const milder = ruled !== undefined && ACTING.includes(ruled) && !ACTING.includes(to);
  return {
    options: [first, ...ranked.filter((option) => option.do !== to)],
    overruled: { what: 'option', from: ruled ?? 'nothing', to, why: set.why, milder },
  };
}
