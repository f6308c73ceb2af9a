import { bringLibrary } from './library';

// What is fetched when. The page itself brings the chunks that a first screen is made of, and names two that the others share: what
// reads answers, and the rest. What a chunk needs is here before any of its script runs. Without such names, as while developing, each chunk brings what it needs.

type Load = (path: string) => Promise<void>;

/** Where the bundler's loader stands: it calls it by this name for every chunk. */
const scope = globalThis as unknown as { __loadBundleAsync?: Load };

/** The chunk that reads answers: it asks for nothing else. */
const READS = /\/answers-[0-9a-f]+\.js$/;

const named = (selector: string, attribute: string): string[] =>
  [...document.querySelectorAll(selector)].flatMap((element) => element.getAttribute(attribute) ?? []);

function fetchAhead(path: string): void {
  const link = Object.assign(document.createElement('link'), { rel: 'preload', as: 'script', href: path });
  document.head.append(link);
}

let load: Load | undefined;

const bring = async (chunk: 'read' | 'shared'): Promise<void> => {
  await Promise.all(named(`meta[name="${chunk}-chunk"]`, 'content').map((path) => load?.(path)));
};

/** Fetches what every screen but the first needs. @throws Error where it cannot be reached */
const bringShared = async (): Promise<void> => void (await Promise.all([bring('read'), bring('shared'), bringLibrary()]));

/** Lets whatever somebody does go first. */
const idle = (): Promise<void> =>
  new Promise((resolve) => {
    if (window.requestIdleCallback) window.requestIdleCallback(() => resolve(), { timeout: AT_LAST_MS });
    else setTimeout(resolve, 0);
  });
/** When the next part is brought although the device is busy, ms. */
const AT_LAST_MS = 5000;

/**
 * Brings what the other screens need, and then their own chunks, one at a time while the device has nothing else to do: a tap then
 * waits for nothing.
 * @throws Error where something cannot be reached; it comes with the first screen that needs it
 */
export async function bringOthers(): Promise<void> {
  await idle();
  await bringShared();
  for (const path of named('meta[name="other-chunk"]', 'content')) {
    await idle();
    await scope.__loadBundleAsync?.(path);
  }
}

/** From here on every chunk that is not of the first screen is preceded by what it needs. Called once, before any is fetched. */
export function bringSharedBeforeOthers(): void {
  load = scope.__loadBundleAsync;
  if (!load) return;
  const fetchChunk = load;
  const here = new Set(named('script[data-first-screen]', 'src'));
  scope.__loadBundleAsync = async (path) => {
    if (here.has(path)) return;
    // Fetched beside what it needs, and defined after it: a module that runs before then fails, and stays so.
    fetchAhead(path);
    await (READS.test(path) ? bring('read') : bringShared());
    await fetchChunk(path);
  };
}
