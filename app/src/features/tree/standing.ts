import type { Scale as ScaleOf } from '@dendrix/core/record';
import type { VisitView } from '@dendrix/core/contracts';
import { newestJudging } from '@dendrix/core/review';

const NOT_JUDGED = { band: 'not looked at yet', reasons: [] };
/** What stands on a scale, and since when where the last visit did not judge it. @param visits that stand, oldest first */
export function standing(visits: readonly VisitView[], scale: ScaleOf) {
  const visit = newestJudging(visits, scale);
  return { judged: visit?.judgement[scale] ?? NOT_JUDGED, since: visit === visits.at(-1) ? undefined : visit?.look.day };
}
