// How chunks are fetched; before anything that is fetched as one.
import 'expo';
import { bringLibrary } from './src/data/library';

/** What is shown where the application could not be brought at all; there is no screen yet to show it on. */
function sayThatItFailed(problem: unknown): void {
  // For whoever looks after the service; the person is told what to do.
  console.error(problem);
  const root = document.getElementById('root');
  if (!root) return;
  root.setAttribute('role', 'alert');
  root.textContent = 'Dendrix could not be brought to this device. With a signal, load the page again.';
}

// The knowledge first, as data; then the screens, which are made from it.
bringLibrary()
  .then(() => import('expo-router/entry'))
  .catch(sayThatItFailed);
