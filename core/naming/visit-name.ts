import { genusOf, type Library } from '../knowledge';
import type { NameLevel, VisitName } from '../record/name';
import { wordsIn, type Speech } from '../words/catalogue';
import type { Identification } from './identify';

/** Chosen as a name, it means: I do not know. */
export const UNKNOWN = 'unknown';

/** What a person wrote down about the name of a tree. */
export interface ChosenName {
  /** A taxon, genus or family of the library, `UNKNOWN`, or null where the engine's own name is taken. */
  name: string | null;
  infraspecific?: string;
  infraspecificEvidence?: string;
}

/** How wide a name of the library is: a taxon's own, that of a genus, or that of a family. */
export function levelOfName(library: Pick<Library, 'taxa'>, name: string | null): NameLevel {
  if (name === null) return 'none';
  if (library.taxa.some((taxon) => taxon.name === name)) return 'species';
  return library.taxa.some((taxon) => genusOf(taxon.name) === name) ? 'genus' : 'family';
}

/**
 * The name a visit gives: the one a person wrote down, or the engine's at the level the evidence carries. A name that was written
 * down is as likely as the marks make it, a genus or family as likely as all its kinds together; it is never confirmed by a rule.
 */
export function visitNameOf(
  { level, confirmation, ranking }: Pick<Identification, 'level' | 'confirmation' | 'ranking'>,
  chosen: ChosenName,
  speech: Speech = {},
): VisitName {
  const { naming: say } = wordsIn(speech);
  const infraspecific = (chosen.infraspecific ?? '').trim();
  const extra = infraspecific === '' ? {} : { infraspecific, infraspecificEvidence: (chosen.infraspecificEvidence ?? '').trim() };
  const { rule } = confirmation;
  if (chosen.name === UNKNOWN)
    return { taxon: null, level: 'none', rule, confirmed: false, probability: 0, why: say.observerDoesNotKnow, ...extra };
  if (chosen.name === null || chosen.name === level.name)
    return {
      taxon: level.name,
      level: level.level,
      rule,
      confirmed: confirmation.met && level.level === 'species',
      probability: Math.min(1, level.probability),
      why: confirmation.why,
      ...extra,
    };
  const { name } = chosen;
  const { candidates } = ranking;
  const [lead] = candidates;
  const probability = candidates
    .filter(({ taxon }) => taxon.name === name || genusOf(taxon.name) === name || taxon.family === name)
    .reduce((sum, candidate) => sum + candidate.probability, 0);
  return {
    taxon: name,
    level: levelOfName({ taxa: candidates.map(({ taxon }) => taxon) }, name),
    rule,
    confirmed: false,
    probability: Math.min(1, probability),
    why:
      ranking.observations.length === 0 || !lead
        ? say.writtenWithoutMarks
        : lead.taxon.name === name
          ? say.writtenWithMarks
          : say.writtenAgainstMarks(lead.taxon.name, lead.probability),
    ...extra,
  };
}
