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
import { NORMAL, UNKNOWN_CAUSE } from '../causes/differential';
import { meets } from '../looked/field-test';
import type { LookedAt } from '../looked/looked';
import type { AssessInput } from '../request';
import { wordsIn, type Catalogue } from '../../words/catalogue';

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

type Say = Catalogue['options'];

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
function called({ library, input, vigour }: Standing, weak: number, say: Say): Weighed[] {
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
    return [{ do: option, because: option === 'bring on a successor' ? [...because, say.vigour(vigour.band)] : because, weight }];
  });
}

/** What the scales, the place and the list of rare kinds call for. */
function fromStanding(
  { vigour, soundness, hiddenDecay, looked, agents, screening, works, rare, input }: Standing,
  weak: number,
  say: Say,
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
      because: [...vigour.reasons.slice(0, 1), say.soundness(soundness.band)],
      weight: all(unseen > MUCH_UNSEEN ? 4 : 6),
    });
  if (rare)
    made.push({
      do: 'keep as seed source',
      because: [say.rare],
      weight: { amenity: 3, stewardship: 8, habitat: 6 },
    });
  if (unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0) {
    const because = [
      ...(unseen > 0 ? [say.unseen(unseen, ZONES.length)] : []),
      ...(decay >= 1 ? [say.hiddenDecay(hiddenDecay.band)] : []),
      ...(weak >= 2 ? [say.vigour(vigour.band)] : []),
      ...(unsound >= 1 ? [say.soundness(soundness.band)] : []),
    ];
    made.push({ do: 'watch', because, weight: { amenity: unsound >= 2 ? 2 : 5, stewardship: 5, habitat: 6 } });
  }
  if (unsound >= 2) made.push({ do: 'prune or reduce', because: [say.lessLoad], weight: { amenity: 7, stewardship: 3, habitat: 4 } });
  if (decay >= 1 || unsound >= 2)
    made.push({
      do: 'investigate further',
      because: [say.reachUnknown(hiddenDecay.band)],
      weight: { amenity: 7 + decay, stewardship: 4, habitat: 5 },
    });
  if (unsound >= 2 || risk >= 2)
    made.push({
      do: 'exclude target',
      because: [say.keepOut(soundness.band), ...(screening && risk >= 1 ? [say.screened(screening.risk)] : [])],
      weight: unsound === 3 || risk === 3 ? all(12) : risk === 2 ? all(9) : { amenity: 6, stewardship: 5, habitat: 8 },
    });
  if (weak >= 3 || unsound >= 2) {
    const empty = input.beneath.length > 0 && risk === 0;
    made.push({
      do: 'keep as habitat',
      because: [say.leftStanding(weak >= 3), ...(empty ? [say.screened('low')] : []), ...(risk >= 2 ? [say.onceEmpty] : [])],
      weight: { amenity: empty ? 4 : 2, stewardship: empty ? 4 : 3, habitat: risk >= 2 ? 3 : 9 },
    });
  }
  if (works?.works.some((w) => w.where !== 'outside the root zone'))
    made.push({
      do: 'improve the ground',
      because: [say.worksInside(works.radius)],
      weight: { amenity: 6, stewardship: 6, habitat: 6 },
    });
  if (weak >= 3 || unsound === 3 || (unsound === 2 && decay === 2))
    made.push({
      do: 'remove',
      because: [
        say.failing(vigour.band, soundness.band),
        ...(cause && cause.probability > NAMED_FROM && cause.agent !== UNKNOWN_CAUSE && cause.agent !== NORMAL
          ? [say.likelyCause(cause.name)]
          : []),
      ],
      weight: { amenity: rare ? 1 : toRemove + Math.max(0, risk - 1), stewardship: rare ? 1 : 6, habitat: 1 },
    });
  return made;
}

/** Options ranked as a practice profile ranks them: amenity and safety, stewardship of the stand, or habitat first. */
export function options(standing: Standing): Option[] {
  const { options: say } = wordsIn(standing.input);
  const weak = VIGOUR_RANK[standing.vigour.band] ?? 1;
  const merged = new Map<OptionKind, Weighed>();
  for (const made of [...called(standing, weak, say), ...fromStanding(standing, weak, say)]) {
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
    .map((made) => ({ do: made.do, because: made.because, needs: say.needs(made.do) }));
}

/** Options that do something about a danger; any other first is the milder choice. */
const ACTING: readonly OptionKind[] = ['remove', 'exclude target', 'prune or reduce', 'support', 'investigate further'];

/** The option the person puts first, with their reason; one the rules do not offer is added. */
export function preferred(
  ranked: readonly Option[],
  overrules: readonly Overrule[],
  { options: say }: Catalogue,
): { options: Option[]; overruled: Overruled } | null {
  const set = overrules.find((o) => o.what === 'option');
  const to = OPTIONS.find((option) => option === set?.to);
  const ruled = ranked[0]?.do;
  if (!set || !to || ruled === to) return null;
  const held = ranked.find((option) => option.do === to);
  const first: Option = { do: to, because: [say.putFirst(set.why), ...(held?.because ?? [])], needs: say.needs(to) };
  const milder = ruled !== undefined && ACTING.includes(ruled) && !ACTING.includes(to);
  return {
    options: [first, ...ranked.filter((option) => option.do !== to)],
    overruled: { what: 'option', from: ruled ?? say.nothingRuled, to, why: set.why, milder },
  };
}
