import type { SeenView } from '@dendrix/core/contracts';
import type { Parcel } from '@/offline/parcel';

/** Where an entry has come to: on this device alone, refused, at the server, or before the eyes of others. */
export type Reached = { at: 'kept here' | 'refused' | 'sent' } | { at: 'seen'; by: string[] };

/**
 * How far an entry has come.
 * @param by whose it is: having one's own before one's eyes tells nobody anything
 */
export function reached(id: string, by: string, seen: readonly SeenView[], parcels: readonly Parcel[]): Reached {
  const parcel = parcels.find((one) => one.id === id);
  if (parcel) return { at: parcel.state === 'refused' ? 'refused' : 'kept here' };
  const eyes = seen.filter((one) => one.what === id && one.by.id !== by).map((one) => one.by.name);
  return eyes.length === 0 ? { at: 'sent' } : { at: 'seen', by: [...new Set(eyes)] };
}

/** The same in words. */
export function reachedWords(to: Reached): string {
  switch (to.at) {
    case 'kept here':
      return 'kept here, not sent yet';
    case 'refused':
      return 'kept here; the server would not take it, see More';
    case 'sent':
      return 'sent';
    case 'seen':
      return `seen by ${to.by.length > 3 ? `${to.by.slice(0, 3).join(', ')} and ${to.by.length - 3} more` : to.by.join(', ')}`;
  }
}
