import type { WorksAnswer, WorksJudged } from '../../record/judgement';
import type { Works } from '../../record/look';
import { buildKnown } from '../looked/against';
import { shareBeyond } from '../../maths/segment';
import { rootZone } from '../../measuring/roots';
import { type RootStandard } from '../../record/organisation';
import { wordsIn } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { standingWorks, type StandingWorks } from './standing-works';

/** Share of the root zone up to which AS 4970 calls an encroachment minor, over all works together (from memory). */
const MINOR = 0.1;
/** A palm's roots are kept this far beyond its crown, m (AS 4970, from memory). */
const BEYOND_PALM_CROWN = 1;
/** Crown of a palm that nobody measured, radius, m. Common practice, no source. */
const PALM_CROWN = 3;
/** Ground of an ancient or veteran tree, in stem diameters and without the cap (advice beside BS 5837:2012, from memory). */
const VETERAN = 15;

/** What each kind of work does to roots. */
const DOES: Record<Works['kind'], 'cuts' | 'smothers' | 'packs'> = {
  trench: 'cuts',
  building: 'cuts',
  'soil-lowered': 'cuts',
  paving: 'smothers',
  'soil-raised': 'smothers',
  'storage-or-traffic': 'packs',
};

interface Zone {
  radius: number;
  structural: number;
  structuralFrom: WorksJudged['structuralFrom'];
  basis: 'the standard' | 'a veteran' | 'a palm' | 'a palm nobody measured';
}

/** The ground a tree needs: by the standard, wider for a veteran, by its crown for a palm. @returns null without a diameter */
function zoneOf({ taxon, build, measurements, lifeStage }: Worked, standard: RootStandard): Zone | null {
  if (buildKnown({ taxon, build }) === 'palm') {
    const spread = measurements.crownSpread?.m;
    const radius = (spread === undefined ? PALM_CROWN : spread / 2) + BEYOND_PALM_CROWN;
    // A palm has no roots that thicken and brace; cutting near it takes its water, not at once its stand.
    return { radius, structural: 0, structuralFrom: 'AS 4970', basis: spread === undefined ? 'a palm nobody measured' : 'a palm' };
  }
  const dbh = measurements.dbh?.m;
  if (dbh === undefined || dbh <= 0) return null;
  const { radius, structuralRadius } = rootZone(dbh, standard);
  const veteran = lifeStage === 'old' && standard === 'bs5837';
  return {
    radius: veteran ? Math.max(radius, VETERAN * dbh) : radius,
    // Only AS 4970 defines where cutting roots puts the stand at risk; the others borrow it.
    structural: structuralRadius ?? rootZone(dbh, 'as4970').structuralRadius ?? 1.5,
    structuralFrom: structuralRadius === undefined ? 'AS 4970' : 'the standard',
    basis: veteran ? 'a veteran' : 'the standard',
  };
}

/** Works as they are told: what, how near, when. */
type Told = Pick<StandingWorks, 'kind' | 'distance' | 'begins' | 'ends' | 'moment'>;
type Worked = Pick<AssessInput, 'day' | 'before' | 'taxon' | 'build' | 'measurements' | 'lifeStage' | 'works' | 'units' | 'language'>;

/**
 * Judges works near a tree, planned or done, against its root zone. A trench or wall is taken as a straight edge; what several take is summed.
 * @returns null without works, or for a tree that is no palm without a diameter
 */
export function judgeWorks(input: Worked, standard: RootStandard): WorksJudged | null {
  const works = standingWorks(input);
  const zone = works.length === 0 ? null : zoneOf(input, standard);
  if (zone === null) return null;
  const { works: say } = wordsIn(input);
  const { radius, structural } = zone;
  const shares = works.map(({ distance }) => shareBeyond(radius, distance));
  const lost = Math.min(
    1,
    shares.reduce((sum, share) => sum + share, 0),
  );
  const minor = lost <= MINOR;
  const several = shares.filter((share) => share > 0).length > 1;
  return {
    standard,
    radius,
    structuralRadius: structural,
    structuralFrom: zone.structuralFrom,
    works: works.map(({ kind, distance, moment, begins, ends, saidOn }, i): WorksAnswer => {
      const share = shares[i] ?? 0;
      const one: Told = { kind, distance, moment, ...(begins === undefined ? {} : { begins }), ...(ends === undefined ? {} : { ends }) };
      const does = DOES[kind];
      const answer = (where: WorksAnswer['where'], says: string): WorksAnswer => ({
        ...one,
        ...(saidOn < input.day ? { saidOn } : {}),
        where,
        share,
        says: [
          says,
          ...(several && where !== 'outside the root zone' ? [say.together(lost, minor)] : []),
          ...say.basis(zone.basis, radius),
        ].join(' '),
        needs: say.needs(where, does, minor, moment === 'done'),
      });
      // First of all: on a thin stem the roots that hold it reach past its root zone.
      if (distance < structural)
        return answer('at the roots that hold the tree', say.atBearingRoots(one, does, { structural, radius, share }));
      return distance >= radius
        ? answer('outside the root zone', say.outside(one, radius))
        : answer('inside the root zone', say.inside(one, does, { radius, share, minor: minor && !several, several }));
    }),
  };
}
