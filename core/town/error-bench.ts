import type { Library } from '../knowledge';
import { identify } from '../naming';
import type { Observation } from '../record/observation';

/** A visit whose name a review has settled, with what was seen. */
export interface SettledCase {
  day: string;
  latitude: number;
  planted: boolean | undefined;
  observations: readonly Observation[];
  /** The name that was settled, a species. */
  taxon: string;
}

/** What naming makes of cases with one error model. */
export interface BenchScore {
  /** Of all cases, those whose settled name stands first. */
  first: number;
  /** Mean natural log of the chance given to the settled name: higher is better, and being sure of a wrong name costs most. */
  logScore: number;
}

export interface ErrorBench {
  cases: number;
  stated: BenchScore;
  own: BenchScore;
  /** Cases that one model names right and the other does not. */
  onlyStated: number;
  onlyOwn: number;
}

/** A name given no chance at all would cost without end. */
const LEAST = 1e-6;

/**
 * What a town's own errors change: the visits whose names a review has settled, named again with what is stated and with what was learnt.
 * @param progress 0 to 1
 */
export function errorBench(
  library: Library,
  cases: readonly SettledCase[],
  errors: Readonly<Record<string, number>>,
  progress: (share: number) => void = () => {},
): ErrorBench {
  const tally = { stated: { first: 0, logScore: 0 }, own: { first: 0, logScore: 0 }, onlyStated: 0, onlyOwn: 0 };
  const name = (one: SettledCase, own?: Readonly<Record<string, number>>) => {
    const { ranking } = identify(library, {
      date: one.day,
      latitude: one.latitude,
      planted: one.planted,
      rule: 'three-lines',
      observations: [...one.observations],
      ...(own ? { errors: { ...own } } : {}),
    });
    const chance = ranking.candidates.find(({ taxon }) => taxon.name === one.taxon)?.probability ?? 0;
    return { right: ranking.candidates[0]?.taxon.name === one.taxon, log: Math.log(Math.max(LEAST, chance)) };
  };
  cases.forEach((one, i) => {
    const [stated, own] = [name(one), name(one, errors)];
    tally.stated.first += Number(stated.right);
    tally.own.first += Number(own.right);
    tally.stated.logScore += stated.log;
    tally.own.logScore += own.log;
    if (stated.right && !own.right) tally.onlyStated++;
    if (own.right && !stated.right) tally.onlyOwn++;
    progress((i + 1) / cases.length);
  });
  const n = Math.max(1, cases.length);
  const mean = ({ first, logScore }: BenchScore): BenchScore => ({ first: first / n, logScore: logScore / n });
  return { cases: cases.length, stated: mean(tally.stated), own: mean(tally.own), onlyStated: tally.onlyStated, onlyOwn: tally.onlyOwn };
}
