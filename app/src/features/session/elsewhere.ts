// Signing in where the organisation does: the browser goes there and comes back.

/** Why nobody was let in, as the address of the way back says. */
const REFUSED: Readonly<Record<string, string>> = {
  unknown: 'No account here is linked to that sign-in. Use your invitation link, or ask an administrator.',
  failed: 'Sign-in was not completed. Try again.',
  taken: 'That sign-in is linked to another person here.',
  link: 'This link has been used, has expired, or the account needs two-step sign-in. Ask an administrator for a new link.',
  away: 'Your organisation’s sign-in service is not responding. Try again later, or use your password.',
};

/** What the address of this page says of why nobody was let in; null where it says nothing. */
export const refusedWords = (): string | null => REFUSED[new URLSearchParams(window.location.search).get('refused') ?? ''] ?? null;

/** Goes to where the organisation signs in. @param link to follow by it; else to sign in */
export function goElsewhere(link?: string): void {
  window.location.assign(`/api/v1/session/provider${link === undefined ? '' : `?${new URLSearchParams({ link }).toString()}`}`);
}
