import type { WORKS_MOMENTS } from '../../record/judgement';
import type { Look, Works } from '../../record/look';
import { addMonths } from '../../time/dates';
import { earlierLooks } from '../looked/carried';
import type { AssessInput } from '../request';

export type Moment = (typeof WORKS_MOMENTS)[number];

/** Works that count on a day: those of this look, and of earlier looks until somebody calls them off. */
export interface StandingWorks extends Works {
  moment: Moment;
  /** ISO date on which they were last named. */
  saidOn: string;
}

/** Roots grow back over so many years; works of before no longer count. As for cut roots. Common practice, no source. */
const COUNT_FOR_YEARS = 10;
const MONTHS_A_YEAR = 12;

/** Works of one kind at one distance are the same works, m to a tenth. */
export const sameWorks = (a: WorksPlace, b: WorksPlace): boolean => placeOf(a) === placeOf(b);
type WorksPlace = Pick<Works, 'kind' | 'distance'>;
const placeOf = ({ kind, distance }: WorksPlace) => `${kind}/${distance.toFixed(1)}`;

const momentOf = ({ begins, ends }: Works, day: string): Moment => {
  if (ends !== undefined && ends < day) return 'done';
  if (begins === undefined) return 'not dated';
  return begins > day ? 'ahead' : 'under way';
};

/**
 * Works that count at a look. What a later look does not mention goes on; a day that it does not repeat holds; only a reason for
 * calling them off ends them before their years are over.
 */
export function standingWorks(input: Pick<AssessInput, 'day' | 'works' | 'before'>): StandingWorks[] {
  const looks: Pick<Look, 'day' | 'works'>[] = [...earlierLooks(input), input];
  const held = new Map<string, Omit<StandingWorks, 'moment'>>();
  for (const { day, works } of looks)
    for (const [i, one] of works.entries()) {
      // Two trenches of one look at one distance are two.
      const place = `${placeOf(one)}/${works.slice(0, i).filter((other) => sameWorks(other, one)).length}`;
      const before = held.get(place);
      const said = Object.fromEntries(Object.entries(one).filter(([, value]) => value !== undefined)) as Works;
      held.set(place, { ...before, calledOff: undefined, ...said, saidOn: day });
    }
  return [...held.values()]
    .filter(
      ({ calledOff, ends, saidOn }) => calledOff === undefined && addMonths(ends ?? saidOn, COUNT_FOR_YEARS * MONTHS_A_YEAR) > input.day,
    )
    .map((one) => ({ ...one, moment: momentOf(one, input.day) }));
}
