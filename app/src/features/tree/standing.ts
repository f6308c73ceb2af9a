import { NOT_JUDGED as NO_BAND, type Scale as ScaleOf } from '@dendrix/core/record';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import { newestJudging } from '@dendrix/core/state';

const NOT_JUDGED = { band: NO_BAND, reasons: [] };
/**
 * What stands on a scale, and since when where the last visit did not judge it.
 * @param visits that stand, oldest first
 * @param tree with what its whole record says: where none of these visits judged the scale, one before them may have
 */
export function standing(visits: readonly VisitView[], scale: ScaleOf, tree?: Pick<TreeBrief, ScaleOf>) {
  const visit = newestJudging(visits, scale);
  const held = tree?.[scale];
  if (held && held !== NO_BAND && (visit?.judgement[scale].band ?? NO_BAND) === NO_BAND)
    return { judged: { band: held, reasons: [] }, since: undefined };
  return { judged: visit?.judgement[scale] ?? NOT_JUDGED, since: visit === visits.at(-1) ? undefined : visit?.look.day };
}
