import type { Meeting } from '@dendrix/core/history';
import { endRule, workEnds, type SignSeen } from '@dendrix/core/record';
import type { Zone } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import type { VisitDraft } from '@/offline/draft';

/** What this visit says of a defect that an earlier one left standing. */
export type Answer = { kind: 'seen'; sign: SignSeen } | { kind: 'not seen' } | null;

/** The answer of a visit to a known defect; null while there is none. */
export function answerTo(draft: Pick<VisitDraft, 'signs' | 'unseenSigns'>, known: SignSeen): Answer {
  const sign = draft.signs.find((here) => here.again === known.key || here.key === known.key);
  if (sign) return { kind: 'seen', sign };
  return draft.unseenSigns.includes(known.key) ? { kind: 'not seen' } : null;
}

/** Whether a known sign has to be answered: one that weighs on something and does not pass with its season. A burl need not be. */
export function mustBeAnswered(sign: SignSeen): boolean {
  const kind = signOfLibrary(sign.id);
  return kind !== undefined && kind.rules.length > 0 && endRule(kind, sign).by !== 'passes';
}

/** Known defects that this visit has not answered yet. A side that has one is not inspected until it is answered. */
export const unanswered = (draft: Pick<VisitDraft, 'signs' | 'unseenSigns'>, known: readonly Meeting[]): Meeting[] =>
  known.filter(({ sign }) => mustBeAnswered(sign) && answerTo(draft, sign) === null);

/** Zones with a known defect that waits for its answer. */
export const waitingZones = (draft: Pick<VisitDraft, 'signs' | 'unseenSigns'>, known: readonly Meeting[]): ReadonlySet<Zone> =>
  new Set(unanswered(draft, known).map(({ sign }) => sign.zone));

/** What the library knows of a sign. */
export const signOfLibrary = (id: string) => library.signs.find((sign) => sign.id === id);

/** Whether a recorded work can close this defect. */
export function canBeWorked(sign: SignSeen): boolean {
  const kind = signOfLibrary(sign.id);
  return kind !== undefined && workEnds(kind, sign);
}
