import type { TreeBrief } from '@dendrix/core/contracts';
import { treesOfBox } from '@/data/keys';
import type { Area, HeldTree } from './area';
import { database } from './database';
import { t } from '@/words/offline';

// Trees that the device holds, so that lists, search and the map work without a signal: those of the areas somebody chose, and of a
// small town all of them. An area is as large as a person decides, and says so before.

/** A town of up to so many trees is held whole without being asked: about a megabyte. */
export const SMALL_TOWN = 3000;
/** The area of a small town. */
export const WHOLE_TOWN = 'whole-town';
/** Trees of the largest area that can be held. */
export const LARGEST_AREA = 20_000;
/** What one tree takes on the device, bytes: Chromium's storage grew by 850 for each of 15,000 listed trees; one with a history has a few words more. */
export const BYTES_A_TREE = 900;

/** Areas that are held, the oldest first. */
export const heldAreas = async (): Promise<Area[]> =>
  (await (await database()).getAll('areas')).sort((a, b) => a.heldAt.localeCompare(b.heldAt));

/** Every tree that is held, by tag. */
export const heldTrees = async (): Promise<TreeBrief[]> =>
  (await (await database()).getAll('trees')).map(({ brief }) => brief).sort((a, b) => a.tag.localeCompare(b.tag));

/** One that is held. */
export const heldTree = async (id: string): Promise<TreeBrief | undefined> => (await (await database()).get('trees', id))?.brief;

/**
 * Fetches the trees of an area and holds them; of an area that is held already, anew. It is held whole or as it was.
 * @param tell called with trees fetched
 * @throws NoSignal or ApiProblem, or Error for an area of too many trees
 */
export async function holdArea(
  area: Omit<Area, 'trees' | 'heldAt'>,
  tell: (trees: number) => void = () => {},
  signal?: AbortSignal,
): Promise<Area> {
  const briefs: TreeBrief[] = [];
  for (let after: string | null = null, first = true; first || after !== null; first = false) {
    signal?.throwIfAborted();
    const found: { items: TreeBrief[]; next: string | null } = await treesOfBox(area.box, after);
    briefs.push(...found.items);
    tell(briefs.length);
    // Never a part of it under the name of the whole.
    if (briefs.length > LARGEST_AREA) throw new Error(t('thisAreaHasMoreThanTrees', { largestArea: LARGEST_AREA }));
    after = found.next;
  }
  const held: Area = { ...area, trees: briefs.length, heldAt: new Date().toISOString() };
  const tx = (await database()).transaction(['areas', 'trees'], 'readwrite');
  await forget(tx.objectStore('trees'), area.id);
  for (const brief of briefs) {
    const kept = await tx.objectStore('trees').get(brief.id);
    void tx.objectStore('trees').put({ id: brief.id, areas: [...(kept?.areas ?? []), area.id], brief });
  }
  void tx.objectStore('areas').put(held);
  await tx.done;
  return held;
}

/** Lets an area go; a tree that belongs to another one stays. */
export async function letGo(id: string): Promise<void> {
  const tx = (await database()).transaction(['areas', 'trees'], 'readwrite');
  await forget(tx.objectStore('trees'), id);
  void tx.objectStore('areas').delete(id);
  await tx.done;
}

interface Trees {
  index: (name: 'byArea') => { getAll: (id: string) => Promise<HeldTree[]> };
  put: (tree: HeldTree) => Promise<unknown>;
  delete: (id: string) => Promise<unknown>;
}

async function forget(trees: Trees, area: string): Promise<void> {
  for (const tree of await trees.index('byArea').getAll(area)) {
    const areas = tree.areas.filter((other) => other !== area);
    void (areas.length === 0 ? trees.delete(tree.id) : trees.put({ ...tree, areas }));
  }
}
