import { Nodes, type Node } from './nodes';

const NODES: readonly Node[] = [1, 2, 3].map((port) => ({ host: 'here', port }));

describe('a choice among databases that hold the same', () => {
  const down = new Set<number>();
  const clock = { now: 0 };
  let asked: number[] = [];
  const nodes = () =>
    new Nodes(
      NODES,
      async ({ port }) => {
        asked.push(port);
        return !down.has(port);
      },
      () => clock.now,
    );
  const port = async (of: Nodes) => (await of.pick()).port;
  beforeEach(() => {
    down.clear();
    clock.now = 0;
    asked = [];
  });

  it('is the same while it lives', async () => {
    const of = nodes();
    expect([await port(of), await port(of)]).toEqual([1, 1]);
  });
  it('goes on to the next where one is down, leaves that one alone for a while, and comes back to it', async () => {
    const of = nodes();
    down.add(1);
    expect(await port(of)).toBe(2);
    asked = [];
    expect(await port(of)).toBe(2);
    expect(asked).toEqual([2]);
    down.clear();
    clock.now = 6000;
    expect(await port(of)).toBe(1);
  });
  it('asks those that rest too where no other answers, and names the first where none does', async () => {
    const of = nodes();
    for (const n of [1, 2, 3]) down.add(n);
    expect(await port(of)).toBe(1);
    down.delete(3);
    expect(await port(of)).toBe(3);
  });
  it('a single one is never asked first', async () => {
    const of = new Nodes([NODES[0] as Node], async () => Promise.reject(new Error('asked')));
    expect(await port(of)).toBe(1);
    expect(() => new Nodes([])).toThrow(/no database/);
  });
});
