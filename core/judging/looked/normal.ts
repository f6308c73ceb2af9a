import type { SignSeen } from '../../record/sign';
import { genusOf, type Library, type NormalFinding } from '../../knowledge';
import { recordMonths } from '../../time/season';
import { wordsIn } from '../../words/catalogue';
import { meets } from './field-test';
import type { AssessInput } from '../request';
import { explainedByDate } from './season-of-sign';

/** A sign that is normal for this tree, with the reason. It stays visible. */
export interface SetAside {
  index: number;
  sign: SignSeen;
  why: string;
}

function findingHolds(finding: NormalFinding, seen: SignSeen, input: AssessInput): boolean {
  const months = recordMonths(input.day, input.latitude);
  return (
    finding.sign === seen.id &&
    (!finding.kinds || (seen.kind !== undefined && finding.kinds.includes(seen.kind))) &&
    (!finding.stages || finding.stages.includes(input.lifeStage ?? 'mature')) &&
    (!finding.months || months.every((month) => finding.months?.includes(month))) &&
    (finding.maximumPercent === undefined || (seen.percent ?? 0) <= finding.maximumPercent) &&
    (finding.maximumCover === undefined || (seen.cover ?? 0) <= finding.maximumCover)
  );
}

/**
 * Signs that are normal on this taxon, at this stage, in this month, that the date explains, or that are normal on any tree
 * under the conditions of the sign's own file; and those the person set aside with a word why. A sign put back is not set aside.
 */
export function setAside(library: Library, input: AssessInput): SetAside[] {
  const months = recordMonths(input.day, input.latitude);
  return input.signs.flatMap((seen, index): SetAside[] => {
    if (seen.putBack) return [];
    if (seen.leftAside) return [{ index, sign: seen, why: wordsIn(input).looked.asideByObserver(seen.leftAside) }];
    const onTaxon = input.taxon?.normal.find((finding) => findingHolds(finding, seen, input));
    if (onTaxon) return [{ index, sign: seen, why: onTaxon.why }];
    const dated = explainedByDate(library, seen, input);
    if (dated) return [{ index, sign: seen, why: dated }];
    const onAny = library.signs
      .find((sign) => sign.id === seen.id)
      ?.normal.find(
        (rule) =>
          meets(seen, rule.when) &&
          (!rule.taxa || (input.name !== null && rule.taxa.some((name) => name === input.name || name === genusOf(input.name ?? '')))) &&
          (!rule.stages || rule.stages.includes(input.lifeStage ?? 'mature')) &&
          (!rule.months || months.every((month) => rule.months?.includes(month))),
      );
    return onAny ? [{ index, sign: seen, why: onAny.why }] : [];
  });
}

/** The signs that count: those not set aside. */
export function notAside<S extends SignSeen>(signs: readonly S[], aside: readonly SetAside[]): S[] {
  const indices = new Set(aside.map(({ index }) => index));
  return signs.filter((_sign, i) => !indices.has(i));
}
