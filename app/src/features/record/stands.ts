import type { SeenView } from '@dendrix/core/contracts';
import type { Place } from '@dendrix/core/geo';
import { dayWords } from '@/features/shell/words';
import type { Parcel } from '@/offline/parcel';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/record';

/** Where an entry has come to: on this device alone, refused, at the server, or before the eyes of others. */
export type Reached = { at: 'kept here' | 'refused' | 'sent' } | { at: 'seen'; by: { name: string; day: string }[] };

/** A tree with what was seen of it. */
type Seen = Place & { seen: readonly SeenView[] };

/**
 * How far an entry has come.
 * @param tree at which, with what others had before them
 * @param by whose it is: having one's own before one's eyes tells nobody anything
 */
export function reached(id: string, by: string, tree: Seen, parcels: readonly Parcel[]): Reached {
  const parcel = parcels.find((one) => one.id === id);
  if (parcel) return { at: parcel.state === 'refused' ? 'refused' : 'kept here' };
  const eyes = tree.seen
    .filter((one) => one.what === id && one.by.id !== by)
    .map((one) => ({ name: one.by.name, day: dayThere(one.at, tree) }));
  return eyes.length === 0 ? { at: 'sent' } : { at: 'seen', by: eyes };
}

/** People who are named; of more there is a number. */
const NAMED = 3;

/** The same in words. */
export function reachedWords(to: Reached): string {
  switch (to.at) {
    case 'kept here':
      return t('savedHereNotUploadedYet');
    case 'refused':
      return t('savedHereNotAcceptedByThe');
    case 'sent':
      return 'sent';
    case 'seen':
      return to.by.length > NAMED
        ? t('seenByAndMore', {
            by: to.by
              .slice(0, NAMED)
              .map(({ name, day }) => `${name} (${dayWords(day)})`)
              .join(', '),
            by2: to.by.length - NAMED,
          })
        : t('seenBy', {
            by: to.by
              .slice(0, NAMED)
              .map(({ name, day }) => `${name} (${dayWords(day)})`)
              .join(', '),
          });
  }
}
