import { isLittle, LITTLE_ROOM, roomLeft } from './room';

/** A browser that says what is left. */
const says = (estimate: (() => Promise<StorageEstimate>) | undefined) =>
  Object.defineProperty(navigator, 'storage', { configurable: true, value: estimate ? { estimate } : undefined });
afterEach(() => says(undefined));

it('is said before it is none, and not while there is enough', async () => {
  says(async () => ({ quota: 1_000_000_000, usage: 1_000_000_000 - LITTLE_ROOM + 1 }));
  expect(isLittle(await roomLeft())).toBe(true);
  says(async () => ({ quota: 1_000_000_000, usage: 10 }));
  expect(isLittle(await roomLeft())).toBe(false);
});
it('more used than there should be is none left, and never less than none', async () => {
  says(async () => ({ quota: 100, usage: 200 }));
  expect(await roomLeft()).toEqual({ left: 0, used: 200 });
});
it('where the browser does not say, nothing is made up', async () => {
  says(undefined);
  expect(await roomLeft()).toBeNull();
  says(async () => Promise.reject(new Error('no')));
  expect(await roomLeft()).toBeNull();
  expect(isLittle(null)).toBe(false);
});
