// Signing in where the organisation does: the browser goes there and comes back.

/** Why nobody was let in, as the address of the way back says. */
const REFUSED: Readonly<Record<string, string>> = {
  unknown: 'Nobody here is known by that account. Use the link of your invitation, or ask an administrator.',
  failed: 'You did not come back as expected. Try again.',
  taken: 'That account is tied to somebody else here.',
  link: 'This link was used already, is too old, or a second factor stands before the account. Ask an administrator for a new one.',
  away: 'The place where your organisation signs in does not answer. Try again later, or sign in with your password.',
};

/** What the address of this page says of why nobody was let in; null where it says nothing. */
export const refusedWords = (): string | null => REFUSED[new URLSearchParams(window.location.search).get('refused') ?? ''] ?? null;

/** Goes to where the organisation signs in. @param link to follow by it; else to sign in */
export function goElsewhere(link?: string): void {
  window.location.assign(`/api/v1/session/provider${link === undefined ? '' : `?${new URLSearchParams({ link }).toString()}`}`);
}
