import { emptyLook } from '../../../record/look';
import { pick, type Random } from '../../../maths/random';
import type { Statement } from '../../../naming/calibrate/scores';
import { ZONES, type District, type Library, type Sign, type Zone } from '../../../knowledge';
import { explainedByDate } from '../../looked/season-of-sign';
import { hypotheses, NORMAL, UNKNOWN_CAUSE, weighCauses } from '../differential';
import { lookedAt } from '../../looked/looked';
import { setAside } from '../../looked/normal';
import type { AssessInput } from '../../request';

/** A tree with its true cause, as somebody recorded it. */
export interface SimulatedCase {
  /** Id of the agent, or "cause unknown". */
  truth: string;
  input: AssessInput;
}

/** How often a sign that is there is found, by what it takes: people carry no mallet to every tree. Chosen, not measured. */
const FOUND: Record<Sign['found'], number> = { look: 0.75, close: 0.45, sound: 0.3, probe: 0.3, dig: 0.2 };
/** Share of trees that are looked over from all sides. */
const ALL_ROUND = 0.6;

/** The cause drawn by how common each is. */
function draw(causes: ReturnType<typeof hypotheses>, random: Random) {
  let left = random() * causes.reduce((sum, cause) => sum + cause.prior, 0);
  return causes.find((cause) => (left -= cause.prior) <= 0) ?? causes[0];
}

/**
 * A tree of a kind of the district with a cause drawn by how common it is, its signs drawn by the cause's record and by what any
 * tree shows, found as people find them. Null when nothing was found: then there is nothing to explain.
 */
export function simulatedCase(library: Library, district: District, random: Random): SimulatedCase | null {
  const taxon = library.taxa.find((t) => t.name === pick(random, Object.keys(district.planted))) ?? pick(random, library.taxa);
  const month = 1 + Math.floor(random() * 12);
  const place: AssessInput = {
    ...emptyLook(`2026-${String(month).padStart(2, '0')}-15`),
    taxon,
    name: taxon.name,
    latitude: district.latitude,
    lifeStage: 'mature',
    profile: 'amenity',
    looked: random() < ALL_ROUND ? [...ZONES] : ZONES.filter(() => random() < 0.6),
  };
  const cause = draw(hypotheses(library, place, [], district), random);
  if (!cause) return null;
  const signs = library.signs.flatMap((sign, i) => {
    if (random() >= (cause.expects[i] as number) || random() >= FOUND[sign.found]) return [];
    const kinds = cause.agent?.signs.find((s) => s.sign === sign.id)?.kinds ?? sign.fields.kind?.words;
    const seen = { id: sign.id, zone: sign.zones[0] as Zone, key: sign.id, ...(kinds ? { kind: pick(random, kinds) } : {}) };
    // What cannot be told at the date is not recorded.
    return explainedByDate(library, seen, place) ? [] : [seen];
  });
  if (signs.length === 0) return null;
  // Where only chance signs were found, the cause of what was found is not the agent.
  const shown = cause.agent === null || signs.some((seen) => cause.agent?.signs.some((s) => s.sign === seen.id));
  return { truth: shown ? cause.id : UNKNOWN_CAUSE, input: { ...place, signs } };
}

const weigh = (library: Library, district: District, { input }: SimulatedCase) =>
  weighCauses(library, input, setAside(library, input), lookedAt(library, input), district).filter((cause) => cause.id !== NORMAL);

/** What the differential states of every cause of every case, and whether it came true. */
export const causeStatements = (library: Library, district: District, cases: readonly SimulatedCase[]): Statement[] =>
  cases.flatMap((one) => weigh(library, district, one).map((cause) => ({ probability: cause.probability, right: cause.id === one.truth })));

/** Place of the true cause in the ranking, 1 for the first; null when it is not in it. */
export function placeOfTruth(library: Library, district: District, one: SimulatedCase): number | null {
  const place = weigh(library, district, one).findIndex((cause) => cause.id === one.truth);
  return place < 0 ? null : place + 1;
}
