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

describe('the ledger of the second reading', () => {
  const entries = z.array(entry).parse(parse(readFileSync(join(__dirname, 'readings.yaml'), 'utf8')));
  it('answers each of its 166 entries once, in order', () => expect(entries.map((one) => one.entry)).toEqual([...Array(166).keys()]));
  it('gives a reason of its own where something was declined, left in part or open', () => {
    const others = entries.filter(({ answer }) => answer !== 'accepted');
    for (const { because } of others) expect(because.length).toBeGreaterThan(5);
    expect(others.length).toBeGreaterThan(0);
  });
});
