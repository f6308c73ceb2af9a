import { Feed } from './feed';

// One look at the database for everybody who listens, and none while nobody does.

/** A database that counts how often it is asked for the newest change, and answers when it is told to. */
function slowDatabase() {
  let looks = 0;
  const waiting: (() => void)[] = [];
  const query = async (sql: string) => {
    if (!sql.includes('audit_head')) return [];
    looks++;
    await new Promise<void>((resolve) => waiting.push(resolve));
    return [{ changes: 1 }];
  };
  return {
    world: { sequelize: { query } } as unknown as ConstructorParameters<typeof Feed>[0],
    looks: () => looks,
    async answer() {
      for (const resolve of waiting.splice(0)) resolve();
      await jest.advanceTimersByTimeAsync(0);
    },
  };
}

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

it('looks once for many, and no longer when the last has left', async () => {
  const { world, looks, answer } = slowDatabase();
  const feed = new Feed(world);
  const leave = [1, 2, 3].map(() =>
    feed.listen(
      () => undefined,
      () => undefined,
    ),
  );
  await jest.advanceTimersByTimeAsync(900);
  expect(looks()).toBe(1);
  await answer();
  for (const go of leave) go();
  await jest.advanceTimersByTimeAsync(10_000);
  expect(looks()).toBe(1);
});
it('who comes while the last look is still under way does not make two runs of looks', async () => {
  const { world, looks, answer } = slowDatabase();
  const feed = new Feed(world);
  const leave = feed.listen(
    () => undefined,
    () => undefined,
  );
  await jest.advanceTimersByTimeAsync(900);
  leave();
  feed.listen(
    () => undefined,
    () => undefined,
  );
  await answer();
  for (let i = 0; i < 5; i++) {
    await jest.advanceTimersByTimeAsync(900);
    await answer();
  }
  expect(looks()).toBeLessThanOrEqual(7);
});
it('sends everybody away when the server goes', () => {
  const feed = new Feed(slowDatabase().world);
  const ends = [jest.fn(), jest.fn()];
  for (const end of ends) feed.listen(() => undefined, end);
  feed.close();
  for (const end of ends) expect(end).toHaveBeenCalledTimes(1);
});
