// Reads a tree list off the main thread, telling how far it is. The page ends the worker to stop it.
import { nameFinder } from '@dendrix/core/naming';
import { readTreeList, type ReadListOptions } from '@dendrix/core/exchange';
import { bringLibrary } from '@/data/library';

/** What the page sends. */
export interface ReadListTask {
  text: string;
  options: Omit<ReadListOptions, 'names' | 'progress'>;
}

// Fetched while the list is still being read from its file; the device keeps it.
const names = bringLibrary().then((library) => nameFinder(library));

async function answer({ text, options }: ReadListTask): Promise<void> {
  try {
    const report = readTreeList(text, { ...options, names: await names, progress: (done, total) => self.postMessage({ done, total }) });
    self.postMessage({ report });
  } catch (error) {
    self.postMessage({ problem: (error as Error).message });
  }
}

self.addEventListener('message', ({ data }: MessageEvent<ReadListTask>) => void answer(data));
