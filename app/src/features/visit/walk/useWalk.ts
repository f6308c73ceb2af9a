import { v7 as newId } from 'uuid';
import { couldFind, type Meeting } from '@dendrix/core/history';
import type { Zone } from '@dendrix/core/knowledge';
import { saidGone, type Ended, type Look, type SignSeen } from '@dendrix/core/record';
import { library } from '@/features/shell/library';
import type { VisitDraft } from '@/offline/draft';
import { dropPicture } from '@/offline/pictures';
import type { ChangeDraft } from '../useDraft';
import { answerTo, unanswered } from './known';
import { t } from '@/words/walk';

interface Walk {
  draft: VisitDraft;
  change: ChangeDraft;
  look: Look;
  known: readonly Meeting[];
  current: Zone | null;
  /** Stays at a part, or goes on to the next where null. */
  pick: (zone: Zone | null) => void;
}

/** What can be said of the part somebody stands at: seen, out of reach, blank again, and the answers to known defects. */
export function useWalk({ draft, change, look, known, current, pick }: Walk) {
  const here = draft.signs.filter(
    (sign) => sign.zone === current && !saidGone(sign) && !(sign.trend === 'same' && known.some((one) => one.sign.key === sign.again)),
  );
  const photosHere = draft.photos.filter((photo) => photo.zone === current && photo.sign === null);
  const seeIt = (zone: Zone) =>
    change((now) => ({ looked: [...new Set([...now.looked, zone])], blocked: now.blocked.filter((b) => b.zone !== zone) }));
  const clear = () => {
    if (!current) return;
    seeIt(current);
    pick(null);
  };
  const blocked = () => {
    if (!current) return;
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: [...now.blocked.filter((b) => b.zone !== current), { zone: current, why: t('wallHedgeOrTraffic') }],
    }));
    pick(null);
  };
  const takeBack = (gone: readonly SignSeen[]) => {
    const ids = new Set(gone.flatMap((sign) => sign.photos ?? []));
    ids.forEach((id) => void dropPicture(id));
    change((now) => ({
      signs: now.signs.filter((sign) => !gone.includes(sign)),
      photos: now.photos.filter((photo) => !ids.has(photo.id)),
    }));
  };
  const blank = () => {
    if (!current) return;
    takeBack(here);
    photosHere.forEach((photo) => void dropPicture(photo.id));
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: now.blocked.filter((b) => b.zone !== current),
      sounding: now.sounding.filter((s) => s.zone !== current),
      photos: now.photos.filter((photo) => photo.zone !== current || photo.sign !== null),
    }));
    pick(current);
  };
  /** The same sign as before, as it is now: it goes on from the one it was. */
  const goesOn = (sign: SignSeen, trend: 'same' | 'gone', ended?: Ended | null, note?: string) => {
    const now: SignSeen = { ...sign, key: newId(), again: sign.key, trend };
    for (const field of ['photos', 'putBack', 'leftAside', 'note', 'ended'] as const) delete now[field];
    // What is gone has no size any more.
    const gone: SignSeen = {
      id: sign.id,
      zone: sign.zone,
      key: now.key,
      again: sign.key,
      trend,
      ...(sign.kind ? { kind: sign.kind } : {}),
    };
    const kept = trend === 'same' ? now : { ...gone, ...(note ? { note } : {}), ...(ended ? { ended } : {}) };
    answered(sign, (was) => {
      const signs = [...was.signs, kept];
      // A side counts as inspected once every known defect of it has its answer.
      const left = unanswered({ ...was, signs }, known).some((one) => one.sign.zone === sign.zone);
      return { signs, ...(left ? {} : { looked: [...new Set([...was.looked, sign.zone])] }) };
    });
  };
  const notSeen = (sign: SignSeen) => answered(sign, (was) => ({ unseenSigns: [...was.unseenSigns, sign.key] }));
  /** Takes an answer in place of the one before. */
  const answered = (sign: SignSeen, part: (was: VisitDraft) => Partial<VisitDraft>) => {
    change((was) => {
      const without = { ...was, unseenSigns: was.unseenSigns.filter((key) => key !== sign.key) };
      return { unseenSigns: without.unseenSigns, ...part(without) };
    });
    pick(current);
  };
  const undo = (sign: SignSeen) => {
    const answer = answerTo(draft, sign);
    if (answer?.kind === 'seen') takeBack([answer.sign]);
    // A side whose defect waits for its answer again is not inspected.
    answered(sign, (was) => ({ looked: was.looked.filter((zone) => zone !== sign.zone) }));
  };
  /** Whether this visit has the means that found the sign: an eye settles no hollow, and no soft wood. */
  const canTell = (sign: SignSeen) => {
    const kind = library.signs.find((s) => s.id === sign.id);
    return kind !== undefined && couldFind(library, { ...look, looked: [...look.looked, sign.zone] }, kind, sign.zone);
  };
  return { here, photosHere, clear, blocked, takeBack, blank, goesOn, notSeen, undo, canTell };
}
export type WalkActions = ReturnType<typeof useWalk>;
