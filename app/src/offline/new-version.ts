import { waiting } from './outbox';
import { isNewerHere } from './service-worker';

// A service that was upgraded puts the new application on the device beside the one that is open. The open one goes on, so that nobody is
// disturbed in the middle of a visit, and is changed for the new one at the first quiet moment.

/** A quiet moment is waited for, ms between looks. */
const LOOK_EVERY_MS = 2000;
/** An application that stays open for days asks so often whether there is a newer one, ms. */
const ASK_EVERY_MS = 30 * 60_000;

/** What may stand against reloading now. */
export interface Moment {
  path: string;
  /** Parcels that have not reached the service. */
  unsent: number;
  /** Something is typed that is not kept yet, or a dialog is open. */
  busy: boolean;
}

/** Whether nobody is disturbed: not in a visit, nothing to upload, nothing being typed. */
export const isQuiet = ({ path, unsent, busy }: Moment): boolean => unsent === 0 && !busy && !/^\/(visit|review)\/.+/.test(path);

const now = async (): Promise<Moment> => ({
  path: window.location.pathname,
  unsent: (await waiting()).length,
  busy:
    document.querySelector(':is(input, textarea, select):focus, [role="dialog"]') !== null ||
    // A form half filled in is not kept anywhere, wherever the focus is.
    [...document.querySelectorAll<HTMLInputElement>('textarea, input:not([type=checkbox], [type=radio], [type=file])')].some(
      ({ value }) => value !== '',
    ),
});

/**
 * Watches for a newer application, and calls back when it is there and when the moment is quiet.
 * @param found it is there; the open one is older from now on
 * @param change called once, at a quiet moment: reload
 * @returns a way to stop
 */
export function watchVersion(found: () => void, change: () => void): () => void {
  const workers = navigator.serviceWorker as ServiceWorkerContainer | undefined;
  if (!workers) return () => undefined;
  let look: ReturnType<typeof setInterval> | undefined;
  const begin = () => {
    if (look || !isNewerHere()) return;
    found();
    look = setInterval(() => {
      void now().then(
        (moment) => {
          if (!look || !isQuiet(moment)) return;
          clearInterval(look);
          change();
        },
        () => undefined,
      );
    }, LOOK_EVERY_MS);
  };
  const ask = () =>
    void workers
      .getRegistration()
      .then((one) => one?.update())
      .catch(() => undefined);
  const timer = setInterval(ask, ASK_EVERY_MS);
  workers.addEventListener('controllerchange', begin);
  // It may have come while somebody stood at the door.
  begin();
  return () => {
    clearInterval(timer);
    clearInterval(look);
    look = undefined;
    workers.removeEventListener('controllerchange', begin);
  };
}
