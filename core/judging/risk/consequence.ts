import { CONSEQUENCES } from '../../record/judgement';
import type { Beneath } from '../../record/look';
import { FINE_UNDER, LARGE_FROM } from '../../record/reading';
import type { AssessInput } from '../request';
import type { Consequence } from './matrices';
import type { FailingPart } from './parts';

// What is hit by so much wood from so high. Common practice, no source.

const SIZES = ['large tree', 'tree', 'small tree', 'sapling', 'large branch', 'branch', 'small branch', 'twig'] as const;
type Size = (typeof SIZES)[number];

/** Limits of the classes: diameter of a limb, m; diameter, m, and height, m, of a tree. */
const BRANCH_FROM = 0.05;
const LARGE_TREE_FROM = 0.4;
const SMALL_TREE = { dbh: 0.2, height: 8 };
const SAPLING = { dbh: 0.1, height: 5 };
/** From lower than this a limb has little force, m. */
const LOW_FALL = 2.5;

const both = ({ dbh, height }: AssessInput['measurements'], limit: { dbh: number; height: number }) =>
  dbh !== undefined && height !== undefined && dbh.m < limit.dbh && height.m < limit.height;

/** The class of what would come down; what nobody measured counts as large. */
function sizeOf({ part, diameter }: FailingPart, { measurements }: Pick<AssessInput, 'measurements'>): Size {
  if (part !== 'whole tree or stem') {
    if (diameter === null) return part === 'large branch' ? 'large branch' : 'small branch';
    if (diameter >= LARGE_FROM) return 'large branch';
    return diameter >= BRANCH_FROM ? 'branch' : diameter >= FINE_UNDER ? 'small branch' : 'twig';
  }
  if (both(measurements, SAPLING)) return 'sapling';
  if (both(measurements, SMALL_TREE)) return 'small tree';
  return (measurements.dbh?.m ?? LARGE_TREE_FROM) >= LARGE_TREE_FROM ? 'large tree' : 'tree';
}

const row = (...consequences: Consequence[]): Record<Size, Consequence> =>
  Object.fromEntries(SIZES.map((size, i) => [size, consequences[i] ?? 'severe'])) as Record<Size, Consequence>;
const PEOPLE = row('severe', 'severe', 'significant', 'minor', 'severe', 'significant', 'significant', 'negligible');
const NOTHING = row(...SIZES.map((): Consequence => 'negligible'));

const TABLE: Record<Beneath['what'], Record<Size, Consequence>> = {
  'people-staying': PEOPLE,
  'people-passing': PEOPLE,
  road: row('severe', 'severe', 'significant', 'minor', 'severe', 'significant', 'minor', 'negligible'),
  building: row('severe', 'significant', 'minor', 'negligible', 'significant', 'minor', 'minor', 'negligible'),
  'parked-cars': row('significant', 'significant', 'significant', 'minor', 'significant', 'minor', 'minor', 'negligible'),
  wires: row('significant', 'significant', 'significant', 'minor', 'significant', 'minor', 'minor', 'negligible'),
  'path-or-lawn': NOTHING,
  nothing: NOTHING,
};

/** What it does to what is beneath. */
export function consequenceOf(part: FailingPart, what: Beneath['what'], input: Pick<AssessInput, 'measurements'>): Consequence {
  const consequence = TABLE[what][sizeOf(part, input)];
  const low = part.part !== 'whole tree or stem' && part.height !== null && part.height < LOW_FALL;
  return low ? (CONSEQUENCES[Math.max(0, CONSEQUENCES.indexOf(consequence) - 1)] ?? consequence) : consequence;
}
