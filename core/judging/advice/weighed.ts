import type { Profile } from '../../record/organisation';
import type { OptionKind } from '../../knowledge';
import type { Catalogue } from '../../words/catalogue';
import type { Standing } from './standing';

export type Say = Catalogue['options'];

const VIGOUR_RANK: Record<string, number> = { thriving: 0, fair: 1, strained: 2, failing: 3, dead: 4 };
const SOUND_RANK: Record<string, number> = { weakness: 1, 'serious weakness': 2, 'act first': 3 };
const DECAY_RANK: Record<string, number> = { possible: 1, likely: 2 };
const RISK_RANK: Record<string, number> = { low: 0, moderate: 1, high: 2, extreme: 3 };
export const FAILING = 3;
export const DEAD = 4;

/** A stem thinner than this is a young tree whatever was written down, m. */
const SAPLING = 0.1;

export type Weights = Record<Profile, number>;
export const all = (n: number): Weights => ({ amenity: n, stewardship: n, habitat: n });
export const weights = (amenity: number, stewardship: number, habitat: number): Weights => ({ amenity, stewardship, habitat });

/** An option as it is weighed. */
export interface Weighed {
  do: OptionKind;
  because: string[];
  /** How much each practice profile wants it. */
  weight: Weights;
  /** To be done by, ISO date; the date to come back where none is given. */
  by?: string;
  /** Conditions beside those that always go with it. */
  needs?: string[];
}

/** The tree's standing in the ranks the options are weighed by. */
export const ranksOf = ({ vigour, soundness, hiddenDecay, screening, input, build }: Standing) => ({
  weak: VIGOUR_RANK[vigour.band] ?? 1,
  unsound: SOUND_RANK[soundness.band] ?? 0,
  decay: DECAY_RANK[hiddenDecay.band] ?? 0,
  risk: RISK_RANK[screening?.risk ?? ''] ?? 0,
  young: input.lifeStage === 'young' || (input.measurements.dbh !== undefined && input.measurements.dbh.m < SAPLING),
  palm: build === 'palm',
});
export type Ranks = ReturnType<typeof ranksOf>;
