import type { Planned } from '@dendrix/core/rounds';

// A plan that nobody has kept yet outlives a page that is loaded anew, on this device and for its day.

const KEY = 'dendrix-round-unkept';

interface Unkept<A, C> {
  day: string;
  asked: A;
  changes: C;
  planned: Planned;
}

/** The plan of a day that was made here and not kept; null where there is none. */
export function unkept<A, C>(day: string): Unkept<A, C> | null {
  try {
    const held = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as Unkept<A, C> | null;
    return held?.day === day ? held : null;
  } catch {
    return null;
  }
}

/** Holds a plan until it is kept; null lets it go. */
export function holdUnkept<A, C>(plan: Unkept<A, C> | null): void {
  try {
    if (plan) sessionStorage.setItem(KEY, JSON.stringify(plan));
    else sessionStorage.removeItem(KEY);
  } catch {
    // Without room for it, it lasts as long as the page.
  }
}
