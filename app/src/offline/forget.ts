import { database, destroy } from './database';

// What a device keeps readable, and when it lets go of it: when somebody signs out, when it was told to from elsewhere, and when it was
// without contact for longer than the town allows.

const CONTACT = 'dendrix-contact';
const ALLOWED = 'dendrix-unattended-days';
/** Set once something was let go of for want of contact; the door says so. */
const LET_GO = 'dendrix-let-go';
const USUAL_DAYS = 14;
const DAY_MS = 24 * 3600 * 1000;
/** Contact is written down so often, ms. */
const NOTED_EVERY = 60_000;

let noted = 0;
const attempt = (act: () => void): void => {
  try {
    act();
  } catch {
    // A browser without room or leave for it keeps none of it either.
  }
};

/** Notes that the server answered. */
export function noteContact(now = Date.now()): void {
  if (now - noted < NOTED_EVERY) return;
  noted = now;
  attempt(() => {
    localStorage.setItem(CONTACT, String(now));
    localStorage.removeItem(LET_GO);
  });
}

/** How long the town lets a device without contact show what it holds. */
export const allowDays = (days: number): void => attempt(() => localStorage.setItem(ALLOWED, String(days)));

/** Lets go of everything of the record that can be read here. What waits to be sent and what is being entered stays. */
export async function letGoOfRecord(): Promise<void> {
  const tx = (await database()).transaction(['cache', 'trees', 'areas'], 'readwrite');
  void tx.objectStore('cache').clear();
  void tx.objectStore('trees').clear();
  void tx.objectStore('areas').clear();
  await tx.done;
}

/** Days the device may be without contact, and whether it was longer. */
export function isUnattended(now = Date.now()): boolean {
  try {
    const last = Number(localStorage.getItem(CONTACT) ?? now);
    const days = Number(localStorage.getItem(ALLOWED) ?? USUAL_DAYS) || USUAL_DAYS;
    return now - last > days * DAY_MS;
  } catch {
    return false;
  }
}

/** Whether something was let go of for want of contact, and there has been none since. */
export const wasLetGo = (): boolean => {
  try {
    return localStorage.getItem(LET_GO) !== null;
  } catch {
    return false;
  }
};

/** Lets go of the record where the device was without contact for too long. @returns whether it was */
export async function dropIfUnattended(now = Date.now()): Promise<boolean> {
  if (!isUnattended(now)) return false;
  await letGoOfRecord();
  attempt(() => {
    localStorage.setItem(LET_GO, '1');
    localStorage.removeItem('dendrix-account');
  });
  return true;
}

/** An application that stays open is looked at so often, ms. */
const LOOK_EVERY = 10 * 60_000;

/**
 * Watches a device that is left open: it lets go of the record as one that is opened does, when the time is up or when somebody takes it
 * up again after that.
 * @param gone called once the record is no longer here
 * @returns a way to stop
 */
export function watchUnattended(gone: () => void): () => void {
  // What was let go of already is not taken from under whoever stands at the door.
  const look = () => void (wasLetGo() ? undefined : dropIfUnattended().then((dropped) => dropped && gone()));
  const timer = setInterval(look, LOOK_EVERY);
  const seen = () => document.visibilityState === 'visible' && look();
  document.addEventListener('visibilitychange', seen);
  return () => {
    clearInterval(timer);
    document.removeEventListener('visibilitychange', seen);
  };
}

let forgetting: Promise<void> | undefined;

/** Whether all of it is being forgotten: nothing may be written down any more. */
export const isForgetting = (): boolean => forgetting !== undefined;

/** By which the tab that was told tells the others of the device. */
const TOLD = 'dendrix-forget';
const channel = () => (typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(TOLD));

/** Forgets all of it, also what waits to be sent: the device is lost, and somebody else may hold it. Then it begins at the door. */
export function forgetAll(): Promise<void> {
  if (!forgetting) channel()?.postMessage(TOLD);
  return (forgetting ??= forget());
}

/** Does so too where another tab was told. @returns a way to stop */
export function forgetWithOthers(): () => void {
  const heard = channel();
  if (heard) heard.onmessage = () => void (forgetting ??= forget());
  return () => heard?.close();
}

/** A tab that holds the database open and does not let go of it is not waited for longer, ms: it is empty by then. */
const LONGEST_CLEARING_MS = 3000;

async function forget(): Promise<void> {
  await Promise.race([destroy(), new Promise((resolve) => setTimeout(resolve, LONGEST_CLEARING_MS))]);
  // It has been told, and has done it: the server need not tell it again.
  await fetch('/api/v1/session', { method: 'DELETE', credentials: 'same-origin' }).catch(() => undefined);
  for (const name of (await globalThis.caches?.keys?.()) ?? []) await caches.delete(name);
  // Last of all: what was on its way into it may have come in since.
  attempt(() => localStorage.clear());
  attempt(() => sessionStorage.clear());
  window.location.replace('/');
}
