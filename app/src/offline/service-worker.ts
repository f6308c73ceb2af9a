/** Puts the app itself on the device, so that it opens without a signal. Does nothing while developing. */
export function registerServiceWorker(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  const register = () => void navigator.serviceWorker.register('/service-worker.js').catch(() => undefined);
  if (document.readyState === 'complete') register();
  else window.addEventListener('load', register, { once: true });
}
