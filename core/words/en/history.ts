import type { Zone } from '../../knowledge';
import type { Trend } from '../../maths/trend';
import type { Change } from '../../record/judgement';
import { lengthInWords, paceInWords, type UnitSystem } from '../../units/lengths';
import { zoneWords } from './zones';

const NO_CHANGE = 'no change beyond measurement error';
const yearOf = (date: string) => date.slice(0, 4);

/** What is told of a thing that was read more than once. */
interface Told extends Pick<Change, 'unit' | 'points'> {
  found: Trend;
}

const ENDED_SAYS = {
  passed: 'not found again',
  gone: 'gone',
  'ran out': 'no longer counted',
  work: 'removed by work',
  investigation: 'closed by an investigation',
  review: 'closed by a reviewer',
} as const;
type EndedHow = keyof typeof ENDED_SAYS;

/** How a tree changed over the looks at it. */
export const history = (units: UnitSystem) => {
  const valueWords = (unit: Change['unit'], value: number) => (unit === '%' ? `${Math.round(value)}%` : lengthInWords(value, units));
  /** "3 mm a year", "12 points a year". */
  const paceWords = (unit: Change['unit'], perYear: number) => {
    const size = Math.abs(perYear);
    return unit === '%' ? `${size.toFixed(size < 10 ? 1 : 0)} points a year` : paceInWords(perYear, units);
  };
  const spanWords = ({ unit, points, found }: Told) => {
    const [first, last] = [points[0], points.at(-1)];
    if (!first || !last) return '';
    return `${valueWords(unit, first.value)} in ${yearOf(first.date)}, ${valueWords(unit, last.value)} in ${yearOf(last.date)}, ${paceWords(unit, found.perYear)}`;
  };
  const ofSign = (label: string, zone: Zone, says: string) => `${label}, ${zoneWords(zone)}: ${says}.`;
  return {
    labels: { dbh: 'Diameter', height: 'Height', 'crown-ratio': 'Live crown ratio' },
    oneReading: (label: string) => `${label}: one reading so far.`,
    /** A sign that is over, and by what. */
    signEnded: (label: string, zone: Zone, how: EndedHow, on: string) => ofSign(label, zone, `${ENDED_SAYS[how]} in ${yearOf(on)}`),
    /** A sign that a look with the means did not find: it still counts. */
    signMissed: (label: string, zone: Zone, on: string) => ofSign(label, zone, `not found again in ${yearOf(on)}; it still counts`),
    notFoundAgain: (on: string) => `not found again in ${yearOf(on)}`,
    signChanged: (label: string, zone: Zone, how: 'larger' | 'smaller' | 'closing', told: Told, notAgain = '') =>
      ofSign(label, zone, `${how}, ${spanWords(told)}${notAgain === '' ? '' : `; ${notAgain}`}`),
    signSteady: (label: string, zone: Zone, years: number) =>
      ofSign(label, zone, `${NO_CHANGE} in ${Math.max(1, Math.round(years))} year${Math.round(years) > 1 ? 's' : ''}`),
    signUnsized: (label: string, zone: Zone, times: number) => ofSign(label, zone, `seen ${times} times, measured less than twice`),
    signNew: (label: string, zone: Zone, clearOn: string) => ofSign(label, zone, `new since ${yearOf(clearOn)}`),
    signOnce: (label: string, zone: Zone) => ofSign(label, zone, 'seen once so far'),
    dbhChanged: (told: Told & { low: number; high: number }) =>
      `Diameter: ${told.found.perYear > 0 ? 'grew' : 'shrank'}, ${spanWords(told)} (${paceWords('m', told.low)} to ${paceWords('m', told.high)}).`,
    dbhSteady: (years: number) => `Diameter: no measurable change in ${years.toFixed(1)} years.`,
    sizeChanged: (label: string, told: Told) => `${label}: ${told.found.perYear > 0 ? 'gained' : 'lost'}, ${spanWords(told)}.`,
    sizeSteady: (label: string) => `${label}: ${NO_CHANGE}.`,
  };
};
