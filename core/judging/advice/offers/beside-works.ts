import type { WorksAnswer } from '../../../record/judgement';
import { addDays } from '../../../time/dates';
import type { Standing } from '../standing';
import { all, type Say, type Weighed } from '../weighed';

/** Days in which works at the roots are stopped, or what they did is looked into; in which the ground is made good. Common practice, no source. */
const AT_THE_ROOTS = 14;
const ROUND_THE_ROOTS = 30;

/** What works near the tree call for: before they begin, or once they are done. */
export function besideWorks({ works, input }: Standing, say: Say): Weighed[] {
  if (!works) return [];
  const inZone = works.works.filter((w) => w.where !== 'outside the root zone');
  const holding = inZone.filter((w) => w.where === 'at the roots that hold the tree');
  const done = (one: WorksAnswer) => one.moment === 'done';
  const open = holding.filter((one) => !done(one));
  const dug = holding.filter(done);
  const within = (days: number, among: readonly WorksAnswer[]) => {
    const first = among.flatMap(({ begins }) => begins ?? []).sort()[0];
    const by = addDays(input.day, days);
    return first !== undefined && first > input.day && first < by ? first : by;
  };
  return [
    ...(open.length > 0
      ? [
          {
            do: 'stop the works' as const,
            because: [say.worksAtRoots(works.structuralRadius)],
            weight: all(9.5),
            by: within(AT_THE_ROOTS, open),
          },
        ]
      : []),
    ...(dug.length > 0
      ? [
          {
            do: 'investigate further' as const,
            because: [say.worksWereAtRoots(works.structuralRadius)],
            weight: all(9),
            by: within(AT_THE_ROOTS, []),
          },
        ]
      : []),
    ...(inZone.length > 0
      ? [
          {
            do: 'improve the ground' as const,
            because: [say.worksInside(works.radius, inZone.every(done))],
            weight: all(6.5),
            by: within(ROUND_THE_ROOTS, inZone),
          },
        ]
      : []),
  ];
}
