import type { Works } from '../contracts/record';
import { rootZone, type RootStandard } from '../measure/roots';
import { treeWords, type UnitSystem } from '../measure/words';
import { WORKS_WORDS } from './words';

/** Works near the tree against its root zone. */
export interface WorksAnswer {
  kind: Works['kind'];
  /** m from the stem */
  distance: number;
  where: 'outside the root zone' | 'inside the root zone' | 'at the roots that hold the tree';
  /** Share of the root zone beyond a straight edge at that distance, 0 to 1. */
  share: number;
  says: string;
  needs: string[];
}

export interface WorksJudged {
  standard: RootStandard;
  /** m */
  radius: number;
  structuralRadius: number;
  /** Whether the structural radius is the standard's own or borrowed from AS 4970. */
  structuralFrom: 'the standard' | 'AS 4970';
  works: WorksAnswer[];
}

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
      if (distance >= radius)
        return {
          kind,
          distance,
          where: 'outside the root zone',
          share,
          says: `${upper} stays outside the root zone of ${treeWords(radius, units)}.`,
          needs: [],
        };
      const percent = `${Math.round(share * 100)} % of the root zone lies beyond it`;
      if (distance < structural)
        return {
          kind,
          distance,
          where: 'at the roots that hold the tree',
          share,
          says: `${upper} would cut the roots that hold the tree (within ${treeWords(structural, units)}); ${percent}. Move it, or the tree's stand is in question.`,
          needs: ['a qualified assessor before anything is dug', 'local code and permit'],
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
