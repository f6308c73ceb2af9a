import type { SignSeen } from '../contracts/record';
import type { Library, NormalFinding } from '../knowledge';
import { recordMonth } from '../season';
import { meets } from './field-test';
import type { AssessInput } from './request';

/** A sign that is normal for this tree, with the reason. It stays visible. */
export interface SetAside {
  index: number;
  sign: SignSeen;
  why: string;
}

function findingHolds(finding: NormalFinding, seen: SignSeen, input: AssessInput): boolean {
  const month = recordMonth(input.date, input.latitude);
  return (
    finding.sign === seen.id &&
    (!finding.kinds || (seen.kind !== undefined && finding.kinds.includes(seen.kind))) &&
    (!finding.stages || finding.stages.includes(input.lifeStage ?? 'mature')) &&
    (!finding.months || (month !== null && finding.months.includes(month))) &&
    (finding.maximumPercent === undefined || (seen.percent ?? 0) <= finding.maximumPercent) &&
    (finding.maximumCover === undefined || (seen.cover ?? 0) <= finding.maximumCover)
  );
}

/**
 * Signs that are normal on this taxon, at this stage, in this month, or on any tree under the conditions of the sign's own
 * file. A sign put back with a word why is not set aside.
 */
export function setAside(library: Library, input: AssessInput): SetAside[] {
  const month = recordMonth(input.date, input.latitude);
  return input.signs.flatMap((seen, index): SetAside[] => {
    if (seen.putBack) return [];
    const onTaxon = input.taxon?.normal.find((finding) => findingHolds(finding, seen, input));
    if (onTaxon) return [{ index, sign: seen, why: onTaxon.why }];
    const onAny = library.signs
      .find((sign) => sign.id === seen.id)
      ?.normal.find(
        (rule) =>
          meets(seen, rule.when) &&
          (!rule.stages || rule.stages.includes(input.lifeStage ?? 'mature')) &&
          (!rule.months || (month !== null && rule.months.includes(month))),
      );
    return onAny ? [{ index, sign: seen, why: onAny.why }] : [];
  });
}
