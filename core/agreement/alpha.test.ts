import fc from 'fast-check';
import { krippendorff } from './alpha';
import { saidOf, type Table } from './ratings';
import { runs } from '../testing/sample';

// Alpha by its definition, over every pair of ratings (Krippendorff 2011), against the sums it is reckoned by.

function byPairs({ cells, values }: Table, apart: (a: string, b: string) => number): number | null {
  const rows = cells.map(saidOf).filter((said) => said.length > 1);
  const all = rows.flat();
  const d = (a: number, b: number) => apart(values[a] as string, values[b] as string);
  let observed = 0;
  for (const said of rows)
    for (const [i, a] of said.entries()) for (const [j, b] of said.entries()) if (i !== j) observed += d(a, b) / (said.length - 1);
  let expected = 0;
  for (const [i, a] of all.entries()) for (const [j, b] of all.entries()) if (i !== j) expected += d(a, b) / (all.length - 1);
  return expected < 1e-12 ? null : 1 - observed / expected;
}

const VALUES = ['10.1', '10.2', '10.25', '11', '40'];
const table = fc
  .array(fc.array(fc.option(fc.integer({ min: 0, max: VALUES.length - 1 })), { minLength: 3, maxLength: 3 }), {
    minLength: 2,
    maxLength: 12,
  })
  .map((cells): Table => ({ units: cells.map((_, i) => `u${i}`), raters: ['a', 'b', 'c'], values: VALUES, cells }));

it.each([
  ['nominal', (a: string, b: string) => Number(a !== b)],
  ['interval', (a: string, b: string) => (Number(a) - Number(b)) ** 2],
] as const)('%s: the sums say what all pairs say, with ratings missing', (scale, apart) => {
  fc.assert(
    fc.property(table, (one) => {
      const [found, held] = [krippendorff(one, scale).alpha, byPairs(one, apart)];
      if (held === null || found === null) expect(found).toBe(held);
      else expect(Math.abs(found - held)).toBeLessThan(1e-9);
    }),
    { numRuns: runs(60) },
  );
});
it('large numbers close together lose nothing', () => {
  const far: Table = {
    units: ['1', '2'],
    raters: ['a', 'b'],
    values: ['1000000.1', '1000000.2', '1000000.3'],
    cells: [
      [0, 1],
      [1, 2],
    ],
  };
  const near: Table = { ...far, values: ['0.1', '0.2', '0.3'] };
  expect(krippendorff(far, 'interval').alpha).toBeCloseTo(krippendorff(near, 'interval').alpha ?? NaN, 6);
});
