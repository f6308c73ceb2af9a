import { z } from 'zod';

/** How a sign stands against the last time it was seen. */
export const TRENDS = ['larger', 'same', 'gone'] as const;
export type SignTrend = (typeof TRENDS)[number];

/** One field of a sign: what it holds, within which bounds, how it is called, said and asked for, and how it may change. */
interface FieldSpec {
  /** What it holds. Lengths are kept in m, angles in degrees, shares in percent. */
  is: 'word' | 'share' | 'length' | 'angle' | 'count' | 'trend' | 'text';
  /** Smallest and largest value kept; for a text its longest. */
  min?: number;
  max?: number;
  /** What the form calls it, where the sign's own file has no better word. */
  label: string;
  /** How it is said, {} standing for the value: "{} wide". */
  say: string;
  /** Lengths of a tree are said and typed in m or ft, lengths of a wound in cm or in. */
  sized?: 'tree' | 'wound';
  /** How two readings may differ before it counts as change: in points of percent, as a share of a size, or in degrees. */
  changes?: 'points' | 'size' | 'angle';
}

/**
 * Every field a sign may be recorded with, in the order in which they are said. The schema of the record, the form, the words,
 * what is followed over the years and the command line are all made from this table; a new field is a new line here.
 */
export const SIGN_FIELD_TABLE = {
  kind: { is: 'word', label: 'Kind', say: '{}' },
  lasting: { is: 'word', label: 'Annual or perennial', say: '{}' },
  pattern: { is: 'word', label: 'Pattern', say: '{}' },
  size: { is: 'word', label: 'Size', say: '{}' },
  diameter: { is: 'length', min: 0, max: 5, label: 'Diameter of the limb', say: 'on a limb of {}', sized: 'wound' },
  height: { is: 'length', min: 0, max: 120, label: 'Height above ground', say: 'at {}', sized: 'tree' },
  opening: { is: 'length', min: 0, max: 20, label: 'Opening', say: '{} open', sized: 'wound', changes: 'size' },
  width: { is: 'length', min: 0, max: 20, label: 'Width', say: '{} wide', sized: 'wound', changes: 'size' },
  length: { is: 'length', min: 0, max: 120, label: 'Length', say: '{} long', sized: 'wound', changes: 'size' },
  depth: { is: 'length', min: 0, max: 20, label: 'Depth', say: '{} deep', sized: 'wound' },
  distance: { is: 'length', min: 0, max: 60, label: 'Distance from the stem', say: '{} from the stem', sized: 'tree' },
  percent: { is: 'share', min: 0, max: 100, label: 'Share', say: '{}', changes: 'points' },
  cover: { is: 'share', min: 0, max: 100, label: 'Share of the bark', say: '{} of the bark', changes: 'points' },
  count: { is: 'count', min: 0, max: 10_000, label: 'How many', say: '{} of them' },
  sides: { is: 'count', min: 1, max: 8, label: 'Number of sides', say: 'on {} sides' },
  angle: { is: 'angle', min: -90, max: 90, label: 'Angle', say: '{}', changes: 'angle' },
  where: { is: 'word', label: 'Where', say: '{}' },
  part: { is: 'word', label: 'Part', say: '{}' },
  trend: { is: 'trend', label: 'Change since last visit', say: '{}' },
  note: { is: 'text', max: 2000, label: 'Note', say: '{}' },
} as const satisfies Record<string, FieldSpec>;

export type SignField = keyof typeof SIGN_FIELD_TABLE;
export const SIGN_FIELDS = Object.keys(SIGN_FIELD_TABLE) as [SignField, ...SignField[]];

type Holding<Is extends FieldSpec['is']> = {
  [F in SignField]: (typeof SIGN_FIELD_TABLE)[F]['is'] extends Is ? F : never;
}[SignField];
/** Fields that hold a length, m. */
export type LengthField = Holding<'length'>;
/** Fields that hold a word of the sign's own list. */
export type WordField = Holding<'word'>;
/** Fields whose change over the years is followed. */
export type TrackedField = {
  [F in SignField]: (typeof SIGN_FIELD_TABLE)[F] extends { changes: string } ? F : never;
}[SignField];

/** What a field holds in the record. */
export type SignValue<F extends SignField> = (typeof SIGN_FIELD_TABLE)[F]['is'] extends 'word' | 'text'
  ? string
  : (typeof SIGN_FIELD_TABLE)[F]['is'] extends 'trend'
    ? SignTrend
    : number;

/** The spec of a field, whichever it is. */
export const signField = (field: SignField): FieldSpec => SIGN_FIELD_TABLE[field];
/** The followed fields, most telling first. */
export const TRACKED = SIGN_FIELDS.filter((field) => signField(field).changes !== undefined) as TrackedField[];

/** Longest word of a sign's list. */
const LONGEST_WORD = 40;

/** The schema of one field as the record keeps it. */
function kept(field: SignField): z.ZodType {
  const { is, min = -Infinity, max = Infinity } = signField(field);
  switch (is) {
    case 'word':
      return z.string().max(LONGEST_WORD);
    case 'text':
      return z.string().max(max);
    case 'trend':
      return z.enum(TRENDS);
    case 'count':
      return z.number().int().min(min).max(max);
    default:
      return z.number().min(min).max(max);
  }
}

/** Schemas of all fields, each optional: what a recorded sign is made of beside its kind and place. */
export const signFieldShape = Object.fromEntries(SIGN_FIELDS.map((field) => [field, kept(field).optional()])) as {
  [F in SignField]: z.ZodOptional<z.ZodType<SignValue<F>, SignValue<F>>>;
};
