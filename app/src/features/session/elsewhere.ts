import { t } from '@/words/session';
// Signing in where the organisation does: the browser goes there and comes back.

/** Why nobody was let in, as the address of the way back says. */
const REFUSED: Readonly<Record<string, string>> = {
  unknown: t('noAccountHereIsLinkedTo'),
  failed: t('signInWasNotCompletedTry'),
  taken: t('thatSignInIsLinkedTo'),
  link: t('thisLinkHasBeenUsedHas'),
  away: t('yourOrganisationsSignInServiceIs'),
};

/** What the address of this page says of why nobody was let in; null where it says nothing. */
export const refusedWords = (): string | null => REFUSED[new URLSearchParams(window.location.search).get('refused') ?? ''] ?? null;

/** Goes to where the organisation signs in. @param link to follow by it; else to sign in */
export function goElsewhere(link?: string): void {
  window.location.assign(`/api/v1/session/provider${link === undefined ? '' : `?${new URLSearchParams({ link }).toString()}`}`);
}
