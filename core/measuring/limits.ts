import { Refusal } from '../problem/refusal';
import type { Measurements } from '../record/measurement';
import { wordsIn } from '../words/catalogue';

/** What no tree is beyond, m. The stoutest stem known is under 12 m through and the tallest tree under 120 m (common practice, no source). */
export const LARGEST = { dbh: 15, height: 130, crownBase: 130, crownSpread: 100 } as const;
type Limited = keyof typeof LARGEST;

/** A size that cannot be. */
export interface Impossible {
  size: Limited;
  /** m */
  value: number;
  why: 'not above zero' | 'beyond any tree' | 'above the height';
  most: number;
}

/** The sizes of a tree that cannot be: none or absurd, or a crown that begins above the top. What is only unlikely is asked about. */
export function impossible(sizes: Partial<Record<Limited, number | undefined>>): Impossible[] {
  const found = (Object.keys(LARGEST) as Limited[]).flatMap((size): Impossible[] => {
    const value = sizes[size];
    if (value === undefined) return [];
    // A crown may reach the ground.
    if (value < 0 || (value === 0 && size !== 'crownBase')) return [{ size, value, why: 'not above zero', most: LARGEST[size] }];
    return value > LARGEST[size] ? [{ size, value, why: 'beyond any tree', most: LARGEST[size] }] : [];
  });
  const { height, crownBase } = sizes;
  const above = height !== undefined && crownBase !== undefined && height > 0 && crownBase > height;
  return [...found, ...(above ? [{ size: 'crownBase' as const, value: crownBase, why: 'above the height' as const, most: height }] : [])];
}

/**
 * Refuses sizes that cannot be.
 * @param at the path of a size, such as "measurements.dbh"
 * @throws Refusal `out-of-range`
 */
export function checkSizes({ dbh, height, crownBase, crownSpread }: Measurements, at: (size: string) => string): void {
  const { ranges } = wordsIn().measuring;
  const [first] = impossible({ dbh: dbh?.m, height: height?.m, crownBase: crownBase?.m, crownSpread: crownSpread?.m });
  if (!first) return;
  const range =
    first.why === 'above the height' ? ranges.treeHeight : first.why === 'not above zero' ? ranges.aboveZero : ranges.upTo(first.most);
  throw new Refusal('out-of-range', at(first.size), { value: ranges.metres(first.value), range });
}
