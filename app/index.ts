// How chunks are fetched; before anything that is fetched as one.
import 'expo';
import { bringLeading } from './src/data/library';
import { bringSharedBeforeOthers } from './src/data/parts';
import { database } from './src/offline/database';

/** What is shown where the application could not be brought at all; there is no screen yet to show it on. */
function sayThatItFailed(problem: unknown): void {
  // For whoever looks after the service; the person is told what to do.
  console.error(problem);
  const root = document.getElementById('root');
  if (!root) return;
  root.setAttribute('role', 'alert');
  root.textContent = 'Dendrix could not be brought to this device. With a signal, load the page again.';
}

bringSharedBeforeOthers();
// Opened beside everything else; whoever needs it says what is wrong where it cannot be.
database().catch(() => undefined);
// Names and leaves come as data, beside the screens that show them.
Promise.all([bringLeading(), import('expo-router/entry')]).catch(sayThatItFailed);
