import { ZONES, type Zone } from '@dendrix/core/knowledge';
import type { VisitDraft } from '@/offline/draft';
import type { ZoneState } from './WalkRound';

/** How each zone of a draft or record stands. */
export function zoneStates(draft: Pick<VisitDraft, 'looked' | 'signs' | 'blocked'>): Map<Zone, ZoneState> {
  return new Map(
    ZONES.map((zone): [Zone, ZoneState] => {
      if (draft.signs.some((sign) => sign.zone === zone)) return [zone, 'sign'];
      if (draft.looked.includes(zone)) return [zone, 'clear'];
      return [zone, draft.blocked.some((b) => b.zone === zone) ? 'blocked' : 'blank'];
    }),
  );
}
