// Tells screens of this tab and of others that what the device keeps has changed.

type Listener = () => void;
const listeners = new Set<Listener>();
const channel = typeof window === 'undefined' || typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('dendrix-kept');
if (channel) channel.onmessage = () => listeners.forEach((listener) => listener());

/** Something kept on the device has changed. */
export function tell(): void {
  listeners.forEach((listener) => listener());
  channel?.postMessage(null);
}

/** Calls back whenever it changes, here or in another tab. @returns a way to stop */
export function watchKept(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
