import type { Identification } from './identify';
import type { Mark } from './model/rank';

/** The answer of `dendrix identify`: plain values, the contract other tools read. */
export interface IdentifyAnswer {
  candidates: { taxon: string; probability: number; agrees: string[]; contradicts: string[]; silent: string[] }[];
  fit: string;
  level: string;
  name: string | null;
  qualifier: string | null;
  confirmation: { rule: string; met: boolean; why: string };
  lookNext: { trait: string; bits: number; reach: string }[];
  comesIntoView: { trait: string; months: number[] }[];
}

/** Candidates below this probability are left out of the answer, beyond the first three. */
const SHOWN = 0.005;

const markWords = ({ observation }: Mark) =>
  `${observation.trait}: ${observation.state ?? `${observation.value}${observation.unit ? ` ${observation.unit}` : ''}`}`;

const round = (x: number, digits: number) => Number(x.toFixed(digits));

/** Turns the engine's result into the plain answer. */
export function toAnswer(result: Identification): IdentifyAnswer {
  return {
    candidates: result.ranking.candidates
      .filter((candidate, i) => i < 3 || candidate.probability >= SHOWN)
      .map((candidate) => ({
        taxon: candidate.taxon.name,
        probability: round(candidate.probability, 4),
        agrees: candidate.agrees.map(markWords),
        contradicts: candidate.contradicts.map(markWords),
        silent: candidate.silent.map(markWords),
      })),
    fit: result.fit,
    level: result.level.level,
    name: result.level.name,
    qualifier: result.level.qualifier,
    confirmation: result.confirmation,
    lookNext: result.lookNext.slice(0, 8).map((look) => ({ trait: look.trait.id, bits: round(look.bits, 3), reach: look.reach })),
    comesIntoView: result.comesIntoView.slice(0, 8).map((look) => ({ trait: look.trait.id, months: look.months })),
  };
}
