/** The values a leaf is drawn from; states of the vocabulary. */
export interface LeafForm {
  type: string;
  shape: string;
  margin: string;
  base: string;
  tip: string;
  lobes: string;
  lobeCount: number;
  depth: string;
  veins: string;
  underside: string;
  surface: string;
  /** Width against what the shape usually has; leaflets crowded round a point are slimmer. */
  slim: number;
  /** How many leaflets a compound leaf has. */
  leaflets: number;
  needleSet: string;
  needleForm: string;
  /** Needles in a bundle, or on a spur; 0 for single ones. */
  bundle: number;
  frond: string;
}

const PLAIN: LeafForm = {
  type: 'simple',
  shape: 'ovate',
  margin: 'entire',
  base: 'rounded',
  tip: 'pointed',
  lobes: 'none',
  lobeCount: 5,
  depth: 'half',
  veins: 'pinnate',
  underside: 'same-green',
  surface: 'smooth',
  slim: 1,
  leaflets: 9,
  needleSet: 'all-round',
  needleForm: 'four-angled',
  bundle: 2,
  frond: 'feather',
};

/** A plain leaf with some values changed. */
export const leafOf = (changes: Partial<LeafForm>): LeafForm => ({ ...PLAIN, ...changes });
