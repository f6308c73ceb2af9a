import type { Profile } from '../contracts/record';
import type { AgentLikelihood } from './agents';
import type { LookedAt } from './looked';
import type { AssessInput } from './request';
import type { Judged } from './scales';

export interface Option {
  do: string;
  because: string[];
  /** Conditions and who may do it. */
  needs: string[];
}

/** What the options are weighed from. */
export interface Standing {
  input: AssessInput;
  vigour: Judged;
  soundness: Judged;
  hiddenDecay: Judged;
  looked: LookedAt;
  agents: readonly AgentLikelihood[];
  rare: boolean;
}

const LICENSED = 'licensed people, local code and permit';
const BIRDS = 'protected-species check';

const VIGOUR_RANK: Record<string, number> = { thriving: 0, fair: 1, strained: 2, failing: 3, dead: 4 };
const SOUND_RANK: Record<string, number> = { weakness: 1, 'serious weakness': 2, 'act first': 3 };

interface Weighed extends Option {
  /** How much each practice profile wants it; 0 leaves it out. */
  weight: Record<Profile, number>;
}

const all = (n: number): Record<Profile, number> => ({ amenity: n, stewardship: n, habitat: n });

/** Options ranked as a practice profile ranks them: amenity and safety, stewardship of the stand, or habitat first. */
export function options(standing: Standing): Option[] {
  const { vigour, soundness, hiddenDecay, looked, agents, rare, input } = standing;
  const weak = VIGOUR_RANK[vigour.band] ?? 1;
  const unsound = SOUND_RANK[soundness.band] ?? 0;
  const decay = hiddenDecay.band === 'likely' ? 2 : hiddenDecay.band === 'possible' ? 1 : 0;
  const deadWood = input.signs.some((s) => (s.id === 'dead-branches' && s.size !== 'fine') || s.id === 'hung-branch');
  const fork = input.signs.some((s) => s.id === 'included-bark' || s.id === 'union-crack');
  const shoots = input.signs.some((s) => s.id === 'root-shoots' || s.id === 'basal-shoots-sign');
  const overtopped = input.signs.some((s) => s.id === 'overtopped');
  const unseen = looked.unseen.length;
  const cause = agents[0];
  const made: Weighed[] = [];

  if (unsound === 0 && weak <= 1) {
    made.push({
      do: 'keep',
      because: [...vigour.reasons.slice(0, 1), `Soundness: ${soundness.band}.`],
      needs: [],
      weight: all(unseen > 8 ? 4 : 6),
    });
  }
  if (rare) {
    made.push({
      do: 'keep as seed source',
      because: ["On the district's list of rare kinds: kept to its last."],
      needs: [],
      weight: { amenity: 3, stewardship: 8, habitat: 6 },
    });
  }
  if (unsound >= 1 || weak >= 2 || decay >= 1 || unseen > 0) {
    const because = [
      ...(unseen > 0 ? [`${unseen} of 18 zones were not looked at.`] : []),
      ...(decay >= 1 ? [`Hidden decay ${hiddenDecay.band}.`] : []),
      ...(weak >= 2 ? [`Vigour ${vigour.band}.`] : []),
      ...(unsound >= 1 ? [`Soundness: ${soundness.band}.`] : []),
    ];
    made.push({ do: 'watch', because, needs: [], weight: { amenity: unsound >= 2 ? 2 : 5, stewardship: 5, habitat: 6 } });
  }
  if (overtopped) {
    made.push({
      do: 'free it from competitors',
      because: ['Neighbours take its light.'],
      needs: [LICENSED],
      weight: { amenity: 2, stewardship: weak <= 2 ? 7 : 2, habitat: 2 },
    });
  }
  if (deadWood || unsound >= 2) {
    made.push({
      do: 'prune or reduce',
      because: deadWood ? ['Dead or hung wood will fall.'] : ['Less load on the weak part.'],
      needs: [LICENSED, BIRDS],
      weight: { amenity: 7, stewardship: 3, habitat: 4 },
    });
  }
  if (fork)
    made.push({
      do: 'support',
      because: ['A weak fork can be held.'],
      needs: [LICENSED],
      weight: { amenity: 5, stewardship: 2, habitat: 3 },
    });
  if (decay >= 1 || unsound >= 2) {
    made.push({
      do: 'investigate further',
      because: [`Hidden decay ${hiddenDecay.band}: its reach is not known.`],
      needs: ['a qualified assessor; sounding, probe or resistance drill'],
      weight: { amenity: 7 + decay, stewardship: 4, habitat: 5 },
    });
  }
  if (unsound >= 2) {
    made.push({
      do: 'exclude target',
      because: [`Soundness: ${soundness.band}; keep people out from under it.`],
      needs: ['the owner of the ground'],
      weight: unsound === 3 ? all(12) : { amenity: 6, stewardship: 5, habitat: 8 },
    });
  }
  if (weak >= 3 || unsound >= 2) {
    made.push({
      do: 'keep as habitat',
      because: ['A dying tree with nothing beneath it can be left standing.'],
      needs: ['nothing beneath, judged by a qualified person'],
      weight: { amenity: 2, stewardship: 3, habitat: 9 },
    });
  }
  if (shoots && weak >= 2) {
    made.push({
      do: 'bring on a successor',
      because: ['It shoots from base or roots: keep two, choose later.'],
      needs: [],
      weight: { amenity: 3, stewardship: 7, habitat: 6 },
    });
  }
  if (weak >= 3 || unsound === 3 || (unsound === 2 && decay === 2)) {
    made.push({
      do: 'remove',
      because: [
        `Vigour ${vigour.band}; soundness: ${soundness.band}.`,
        ...(cause && cause.probability > 0.5 ? [`Likely cause: ${cause.name}.`] : []),
      ],
      needs: [LICENSED, BIRDS],
      weight: { amenity: rare ? 1 : 5 + unsound, stewardship: rare ? 1 : 6, habitat: 1 },
    });
  }
  return made
    .sort((a, b) => b.weight[input.profile] - a.weight[input.profile] || a.do.localeCompare(b.do))
    .map(({ weight: _weight, ...option }) => option);
}
