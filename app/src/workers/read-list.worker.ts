// Reads a tree list off the main thread, telling how far it is. The page ends the worker to stop it.
import json from '@dendrix/library/generated';
import { nameFinder } from '@dendrix/core/naming';
import { readTreeList, type ReadListOptions } from '@dendrix/core/exchange';

/** What the page sends. */
export interface ReadListTask {
  text: string;
  options: Omit<ReadListOptions, 'names' | 'progress'>;
}

const names = nameFinder(json);

self.addEventListener('message', ({ data }: MessageEvent<ReadListTask>) => {
  try {
    const report = readTreeList(data.text, { ...data.options, names, progress: (done, total) => self.postMessage({ done, total }) });
    self.postMessage({ report });
  } catch (error) {
    self.postMessage({ problem: (error as Error).message });
  }
});
