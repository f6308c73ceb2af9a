import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import { z } from 'zod';

const entry = z.strictObject({
  entry: z.int().nonnegative(),
  about: z.string().min(5),
  answer: z.enum(['accepted', 'in part', 'declined', 'open']),
  because: z.string().min(4),
});
const ledger = (file: string) => z.array(entry).parse(parse(readFileSync(join(__dirname, file), 'utf8')));

describe.each([
  ['agents, signs and rules of judging', 'readings.yaml', 0, 166],
  ['agents, signs and rules, read again', 'condition-readings.yaml', 1, 149],
  ['tree records', 'tree-readings.yaml', 1, 157],
])('the ledger of the second reading of the %s', (_, file, from, many) => {
  const entries = ledger(file);
  it('answers each of its entries once, in order', () =>
    expect(entries.map((one) => one.entry)).toEqual(Array.from({ length: many }, (__, i) => from + i)));
  it('gives a reason of its own where something was declined, left in part or open', () => {
    const others = entries.filter(({ answer }) => answer !== 'accepted');
    expect(others.length).toBeGreaterThan(0);
    expect(new Set(others.map(({ because }) => because)).size).toBe(others.length);
  });
});
