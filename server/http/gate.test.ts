import { gate } from './gate';
import { HttpProblem } from './problem';

const later = () => {
  let done: () => void = () => undefined;
  const promise = new Promise<void>((resolve) => (done = resolve));
  return { promise, done: () => done() };
};
const settle = () => new Promise((resolve) => setImmediate(resolve));

describe('heavy work', () => {
  it('goes a few at once, in the order it came, and never more', async () => {
    const through = gate(2, 100);
    let going = 0;
    let most = 0;
    const order: number[] = [];
    await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        through(async () => {
          order.push(i);
          most = Math.max(most, ++going);
          for (let turn = 0; turn < i % 4; turn++) await settle();
          going--;
        }),
      ),
    );
    expect([most, going]).toEqual([2, 0]);
    expect(order).toEqual([...order].sort((a, b) => a - b));
  });

  it('is told to come again where too many wait, and what waits is done all the same', async () => {
    const through = gate(1, 2);
    const first = later();
    const all = [through(() => first.promise), through(async () => undefined), through(async () => undefined)];
    const refused = await through(async () => undefined).catch((error: unknown) => error);
    expect(refused).toBeInstanceOf(HttpProblem);
    expect([(refused as HttpProblem).status, (refused as HttpProblem).retryAfter]).toEqual([503, 10]);
    first.done();
    await Promise.all(all);
    await expect(through(async () => 'room again')).resolves.toBe('room again');
  });

  it('that fails makes room for the next', async () => {
    const through = gate(1, 10);
    for (let i = 0; i < 5; i++)
      await expect(
        through(async () => {
          throw new Error('no');
        }),
      ).rejects.toThrow('no');
    await expect(through(async () => 1)).resolves.toBe(1);
  });
});
