import type { Meeting } from '@dendrix/core/history';
import { ZONES, type Zone } from '@dendrix/core/knowledge';
import type { VisitDraft } from '@/offline/draft';
import { waitingZones } from './known';
import type { ZoneState } from './WalkRound';

/**
 * How each zone of a draft stands. One with a known defect that nobody has answered is not inspected, whatever else was said of it.
 * @param known defects that earlier visits left standing
 */
export function zoneStates(
  draft: Pick<VisitDraft, 'looked' | 'signs' | 'blocked'> & { unseenSigns?: string[] | undefined },
  known: readonly Meeting[] = [],
): Map<Zone, ZoneState> {
  const waiting = waitingZones({ signs: draft.signs, unseenSigns: draft.unseenSigns ?? [] }, known);
  const carried = new Set(known.map(({ sign }) => sign.zone));
  return new Map(
    ZONES.map((zone): [Zone, ZoneState] => {
      if (waiting.has(zone)) return [zone, draft.blocked.some((b) => b.zone === zone) ? 'blocked' : 'known'];
      if (draft.signs.some((sign) => sign.zone === zone) || carried.has(zone)) return [zone, 'sign'];
      if (draft.looked.includes(zone)) return [zone, 'clear'];
      return [zone, draft.blocked.some((b) => b.zone === zone) ? 'blocked' : 'blank'];
    }),
  );
}
