/** Trees taken from the list at a time, and how many of them are rebuilt at once: as many as keep a connection and a core busy. */
export const PAGE = 1000;
const AT_ONCE = 4;

/** Does something with each of a list, several at a time, in their order. */
export async function each<T>(items: readonly T[], work: (item: T) => Promise<void>): Promise<void> {
  let next = 0;
  const worker = async () => {
    for (let item = items[next++]; item !== undefined; item = items[next++]) await work(item);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
}
