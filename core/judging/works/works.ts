import type { WorksAnswer, WorksJudged } from '../../record/judgement';
import type { Works } from '../../record/look';
import { rootZone } from '../../measuring/roots';
import { type RootStandard } from '../../record/organisation';
import { wordsIn, type Speech } from '../../words/catalogue';

/** Share of the root zone up to which AS 4970 calls an encroachment minor (from memory). */
const MINOR = 0.1;

/** Share of a disc of radius R beyond a chord at a distance x from its middle: (R² acos(x/R) − x √(R² − x²)) / π R². Geometry. */
export function shareBeyond(radius: number, x: number): number {
  if (x >= radius) return 0;
  return (radius ** 2 * Math.acos(x / radius) - x * Math.sqrt(radius ** 2 - x ** 2)) / (Math.PI * radius ** 2);
}

/**
 * Judges works planned near a tree against its root zone. A trench or wall is taken as a straight edge.
 * @param dbh m; @returns null without a diameter or without works
 */
export function judgeWorks(
  dbh: number | undefined,
  standard: RootStandard,
  works: readonly Works[],
  speech: Speech = {},
): WorksJudged | null {
  if (dbh === undefined || dbh <= 0 || works.length === 0) return null;
  const { works: say } = wordsIn(speech);
  const { radius, structuralRadius } = rootZone(dbh, standard);
  // Only AS 4970 defines where cutting roots puts the stand at risk; the others borrow it.
  const structural = structuralRadius ?? rootZone(dbh, 'as4970').structuralRadius ?? 1.5;
  return {
    standard,
    radius,
    structuralRadius: structural,
    structuralFrom: structuralRadius === undefined ? 'AS 4970' : 'the standard',
    works: works.map(({ kind, distance }): WorksAnswer => {
      const share = shareBeyond(radius, distance);
      const minor = share <= MINOR;
      const one = { kind, distance };
      const answer = (where: WorksAnswer['where'], says: string): WorksAnswer => ({
        ...one,
        where,
        share,
        says,
        needs: say.needs(where, minor),
      });
      // First of all: on a thin stem the roots that hold it reach past its root zone.
      if (distance < structural) return answer('at the roots that hold the tree', say.atBearingRoots(one, { structural, radius, share }));
      return distance >= radius
        ? answer('outside the root zone', say.outside(one, radius))
        : answer('inside the root zone', say.inside(one, { radius, share, minor }));
    }),
  };
}
