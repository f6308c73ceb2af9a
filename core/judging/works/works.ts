import type { WorksAnswer, WorksJudged } from '../../record/judgement';
import type { Works } from '../../record/look';
import { rootZone } from '../../measuring/roots';
import { type RootStandard } from '../../record/organisation';
import { treeWords, type UnitSystem } from '../../units/lengths';
import { WORKS_WORDS } from '../../words/words';

/** Share of the root zone up to which AS 4970 calls an encroachment minor (from memory). */
const MINOR = 0.1;

export const ROOT_STANDARD_WORDS: Record<RootStandard, string> = {
  bs5837: 'BS 5837: 12 diameters, at most 15 m',
  as4970: 'AS 4970: 12 diameters, 2 to 15 m',
  'feet-per-inch': 'a foot for each inch of diameter',
};

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
  units: UnitSystem = 'metric',
): WorksJudged | null {
  if (dbh === undefined || dbh <= 0 || works.length === 0) return null;
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
      const what = `${WORKS_WORDS[kind]} at ${treeWords(distance, units)}`;
      const upper = what.charAt(0).toUpperCase() + what.slice(1);
      const percent = `${Math.round(share * 100)} % of the root zone lies beyond it`;
      // First of all: on a thin stem the roots that hold it reach past its root zone.
      if (distance < structural)
        return {
          kind,
          distance,
          where: 'at the roots that hold the tree',
          share,
          says: `${upper} would cut the roots that hold the tree (within ${treeWords(structural, units)})${distance < radius ? `; ${percent}` : ''}. Move it, or the tree's stand is in question.`,
          needs: ['a qualified assessor before anything is dug', 'local code and permit'],
        };
      if (distance >= radius)
        return {
          kind,
          distance,
          where: 'outside the root zone',
          share,
          says: `${upper} stays outside the root zone of ${treeWords(radius, units)}.`,
          needs: [],
        };
      return {
        kind,
        distance,
        where: 'inside the root zone',
        share,
        says: `${upper} lies inside the root zone of ${treeWords(radius, units)}; ${percent}${share <= MINOR ? ', a minor encroachment by AS 4970' : ', more than the tenth AS 4970 calls minor'}.`,
        needs: [
          share <= MINOR ? 'hand or air digging, roots kept' : 'a method worked out with an arborist: bridge, bore beneath, or move it',
          'a fence round the rest',
          'local code and permit',
        ],
      };
    }),
  };
}
