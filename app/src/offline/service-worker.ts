let newer = false;
/** Whether the device holds a newer application than the one that is open. */
export const isNewerHere = (): boolean => newer;

/** Puts the app itself on the device, so that it opens without a signal. Does nothing while developing. */
export function registerServiceWorker(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  const { serviceWorker } = navigator;
  // Where none was in charge when the page came, the first that takes charge is of this very version.
  if (serviceWorker.controller) serviceWorker.addEventListener('controllerchange', () => (newer = true));
  const register = () => void serviceWorker.register('/service-worker.js').catch(() => undefined);
  if (document.readyState === 'complete') register();
  else window.addEventListener('load', register, { once: true });
}
