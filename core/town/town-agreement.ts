import { agreed, cohen, fleiss, krippendorff, observers, tableOf, type Alpha } from '../agreement';
import type { Library } from '../knowledge';
import { dbhTolerance } from '../measuring/growth';
import { ERROR_BY_CERTAINTY } from '../naming/model/likelihood';
import { SCALE_BANDS, type Scale } from '../record/judgement';
import type { Reading } from './read-twice';

/** Two answers that are taken for one another, and how often, of all pairs that were read. */
export interface MixedUp {
  a: string;
  b: string;
  times: number;
}

/** How far people agree on one thing. */
export interface ItemAgreement {
  item: string;
  units: number;
  readings: number;
  /** Of a hundred pairs; for sizes those within what repeat readings differ by. */
  percent: number | null;
  cohen: { kappa: number | null; weighted: number | null } | null;
  fleiss: number | null;
  krippendorff: Alpha;
  mixedUp: MixedUp[];
  /** Share of its readings that were said without knowing the other's. */
  apart: number;
  /** Share of its readings that give the commonest answer: where nearly all do, agreement beyond chance cannot be told. */
  commonest: number;
}

/** Of some readings, the share of the commonest answer. */
function commonestOf(readings: readonly Reading[]): number {
  const times = new Map<string, number>();
  for (const { value } of readings) times.set(value, (times.get(value) ?? 0) + 1);
  return readings.length === 0 ? 0 : Math.max(...times.values()) / readings.length;
}

/** Heights read twice differ by a tenth: US forest inventory quality objectives (from memory). */
const HEIGHT_SHARE = 0.1;
const MOST_MIXED = 5;

/** Bands from best to worst; a band that only part of the tree was looked at for stands beside the one it is a part of. */
const orderOf = (item: string): readonly string[] | undefined =>
  item.startsWith('scale/') ? SCALE_BANDS[item.slice('scale/'.length) as Scale].filter((band) => band !== 'not judged') : undefined;

/** Readings of one thing, each rater once a unit. */
function once(readings: readonly Reading[]): Reading[] {
  const seen = new Set<string>();
  return readings.filter(({ unit, rater }) => {
    const key = `${unit}\n${rater}`;
    if (seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

const pairsOf = (readings: readonly Reading[]): [string, string][] => {
  const byUnit = new Map<string, string[]>();
  for (const { unit, value } of readings) byUnit.set(unit, [...(byUnit.get(unit) ?? []), value]);
  return [...byUnit.values()].flatMap((values) => values.flatMap((a, i) => values.slice(i + 1).map((b): [string, string] => [a, b])));
};

function sizeAgreement(item: string, readings: readonly Reading[]): ItemAgreement {
  const pairs = pairsOf(readings).map(([a, b]) => [Number(a), Number(b)] as const);
  const within = pairs.filter(
    ([a, b]) => Math.abs(a - b) <= (item === 'size/dbh' ? dbhTolerance((a + b) / 2) : (HEIGHT_SHARE * (a + b)) / 2),
  );
  const values = [...new Set(readings.map(({ value }) => value))].sort((a, b) => Number(a) - Number(b));
  const table = tableOf(readings, values);
  return {
    item,
    units: table.units.length,
    readings: readings.length,
    percent: pairs.length === 0 ? null : (100 * within.length) / pairs.length,
    cohen: null,
    fleiss: null,
    krippendorff: krippendorff(table, 'interval'),
    mixedUp: [],
    apart: 1,
    commonest: commonestOf(readings),
  };
}

function wordAgreement(item: string, readings: readonly Reading[]): ItemAgreement {
  const order = orderOf(item);
  const known = order ? readings.filter(({ value }) => order.includes(value)) : readings;
  const table = tableOf(known, order);
  const share = agreed(table);
  const mixed = new Map<string, number>();
  for (const pair of pairsOf(known)) {
    const [a, b] = [...pair].sort() as [string, string];
    if (a !== b) mixed.set(`${a}\n${b}`, (mixed.get(`${a}\n${b}`) ?? 0) + 1);
  }
  return {
    item,
    units: table.units.length,
    readings: known.length,
    percent: share === null ? null : 100 * share,
    cohen: cohen(table, order !== undefined),
    fleiss: fleiss(table),
    krippendorff: krippendorff(table, order ? 'ordinal' : 'nominal'),
    mixedUp: [...mixed]
      .map(([key, times]): MixedUp => {
        const [a = '', b = ''] = key.split('\n');
        return { a, b, times };
      })
      .sort((x, y) => y.times - x.times || x.a.localeCompare(y.a))
      .slice(0, MOST_MIXED),
    apart: known.length === 0 ? 0 : known.filter((one) => one.apart).length / known.length,
    commonest: commonestOf(known),
  };
}

/** How far people of a town agree, thing by thing, those read twice most often first. @param progress 0 to 1 */
export function townAgreement(readings: readonly Reading[], progress: (share: number) => void = () => {}): ItemAgreement[] {
  const byItem = new Map<string, Reading[]>();
  for (const reading of readings) byItem.set(reading.item, [...(byItem.get(reading.item) ?? []), reading]);
  const items = [...byItem];
  return items
    .map(([item, all], i) => {
      progress(i / items.length);
      const own = once(all);
      return item.startsWith('size/') ? sizeAgreement(item, own) : wordAgreement(item, own);
    })
    .filter(({ percent }) => percent !== null)
    .sort((a, b) => b.units - a.units || a.item.localeCompare(b.item));
}

/** How often a mark is read wrong in a town, and what for what. */
export interface MarkError {
  trait: string;
  /** Chance that a reading is wrong, drawn to what is stated where it was read seldom. */
  error: number;
  /** The same from this town's readings alone. */
  seen: number;
  readings: number;
  /** True answer, what is said for it, and in which share of the cases. */
  confusions: { truth: string; said: string; share: number }[];
}

/** What is stated for a mark counts as so many readings of it. */
const STATED_COUNTS = 30;
/** The least and the most that is believed of any mark: no mark is sure, and none says nothing. */
const BOUNDS = { least: 0.01, most: 0.45 } as const;
/** A confusion of fewer readings than this is chance. */
const LEAST_READINGS = 8;

/**
 * Each mark's true error rate from readings of the same tree by several people, with nobody's answer taken for the truth (Dawid and Skene
 * 1979), drawn to the stated one where few were read. It is the mark's and nobody's own: people are not told apart.
 */
export function markErrors(library: Pick<Library, 'traits'>, readings: readonly Reading[]): MarkError[] {
  const byTrait = new Map<string, Reading[]>();
  for (const reading of readings)
    if (reading.item.startsWith('trait/')) {
      const trait = reading.item.slice('trait/'.length);
      byTrait.set(trait, [...(byTrait.get(trait) ?? []), reading]);
    }
  return [...byTrait]
    .flatMap(([trait, all]): MarkError[] => {
      const own = once(all);
      const table = tableOf(own);
      if (!library.traits.some(({ id }) => id === trait) || table.values.length < 2) {
        // Everybody always said the same: no error was seen, and there is nothing to tell apart.
        const n = own.length;
        return n < 2 ? [] : [{ trait, error: bounded(shrunk(0, n)), seen: 0, readings: n, confusions: [] }];
      }
      const found = observers(table);
      const wrong = new Map<string, number>();
      const truths = new Map<string, number>();
      let errors = 0;
      const truthOf = new Map(found.truth.map(({ unit, values }) => [unit, values]));
      for (const { unit, value } of own)
        for (const [truth, belief] of Object.entries(truthOf.get(unit) ?? {})) {
          truths.set(truth, (truths.get(truth) ?? 0) + belief);
          if (truth === value) continue;
          errors += belief;
          wrong.set(`${truth}\n${value}`, (wrong.get(`${truth}\n${value}`) ?? 0) + belief);
        }
      const seen = errors / own.length;
      return [
        {
          trait,
          error: bounded(shrunk(errors, own.length)),
          seen,
          readings: own.length,
          confusions: [...wrong]
            .filter(([, times]) => times >= 1 && own.length >= LEAST_READINGS)
            .map(([key, times]) => {
              const [truth = '', said = ''] = key.split('\n');
              return { truth, said, share: times / (truths.get(truth) ?? 1) };
            })
            .sort((a, b) => b.share - a.share)
            .slice(0, MOST_MIXED),
        },
      ];
    })
    .sort((a, b) => b.error - a.error || b.readings - a.readings);
}

const shrunk = (errors: number, readings: number): number =>
  (errors + STATED_COUNTS * ERROR_BY_CERTAINTY.sure) / (readings + STATED_COUNTS);
const bounded = (error: number): number => Math.max(BOUNDS.least, Math.min(BOUNDS.most, error));

/** The errors of a town's marks as naming takes them. */
export const errorModel = (errors: readonly MarkError[]): Record<string, number> =>
  Object.fromEntries(errors.map(({ trait, error }) => [trait, Number(error.toFixed(4))]));
