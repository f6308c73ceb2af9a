// What a town is founded from: asked for at the terminal, taken from a file, or from flags. The same checks for all three.
import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { z } from 'zod';
import { loginName, personName } from '../core/contracts';
import { zone } from '../core/knowledge';
import { organisation, timeZone } from '../core/record';

const { confirmationRule, profile, units, breastHeight } = organisation.shape;

/** A town, and who looks after it first. */
export const founding = z.strictObject({
  name: z.string().trim().min(1).max(120),
  latitude: z.coerce.number({ error: 'write degrees as a number, such as 48.21' }).min(-90).max(90),
  longitude: z.coerce.number({ error: 'write degrees as a number, such as 16.37' }).min(-180).max(180),
  timeZone,
  hardiness: zone.optional(),
  units: units.unwrap().default('metric'),
  breastHeight: z.coerce.number({ error: 'write metres as a number, such as 1.3' }).pipe(breastHeight.unwrap()).default(1.3),
  profile: profile.unwrap().default('amenity'),
  confirmationRule: confirmationRule.unwrap().default('three-lines'),
  administrator: personName,
  login: loginName,
});
export type Founding = z.output<typeof founding>;

type Key = keyof z.input<typeof founding>;

/** What is asked, in the order it is asked; `first` is what an empty answer means. */
const QUESTIONS: readonly { key: Key; asks: string; first?: string }[] = [
  { key: 'name', asks: 'Town name' },
  { key: 'latitude', asks: 'Latitude of its middle, in degrees, south negative (such as 48.21)' },
  { key: 'longitude', asks: 'Longitude of its middle, in degrees, west negative (such as 16.37)' },
  { key: 'timeZone', asks: 'Time zone', first: Intl.DateTimeFormat().resolvedOptions().timeZone },
  { key: 'hardiness', asks: 'Hardiness zone, such as 7b (nothing where it is not known)', first: '' },
  { key: 'units', asks: 'Units: metric or feet', first: 'metric' },
  { key: 'breastHeight', asks: 'Stems are measured at a height of, in metres: 1.3, 1.37, 1.4 or 1.5', first: '1.3' },
  { key: 'profile', asks: 'Rank options by: amenity, stewardship or habitat', first: 'amenity' },
  { key: 'confirmationRule', asks: 'A name is confirmed by: three-lines or decisive-mark', first: 'three-lines' },
  { key: 'administrator', asks: 'Name of the first administrator' },
  { key: 'login', asks: 'and the name they sign in with' },
];

const flagOf = (key: Key): string => key.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** A line for whoever typed it: which answer, and what is wrong with it. */
const wordsOf = (error: z.ZodError): string =>
  error.issues.map(({ path, message }) => `${path.length > 0 ? `${flagOf(path[0] as Key)}: ` : ''}${message}`).join('; ');

/** @throws Error with one line where something is missing or wrong */
function checked(given: Record<string, unknown>): Founding {
  const read = founding.safeParse(given);
  if (!read.success) throw new Error(wordsOf(read.error));
  return read.data;
}

/** Asks at the terminal, by the channel of errors since the other carries the answer; each question until its answer can be taken. */
async function askedFor(given: Record<string, unknown>): Promise<Founding> {
  const terminal = createInterface({ input: process.stdin, output: process.stderr });
  try {
    const answers = { ...given };
    for (const { key, asks, first } of QUESTIONS) {
      if (answers[key] !== undefined) continue;
      for (;;) {
        const typed = (await terminal.question(`${asks}${first ? ` [${first}]` : ''}: `)).trim() || (first ?? '');
        const read = typed === '' && first !== undefined ? { success: true as const } : founding.shape[key].safeParse(typed);
        if (read.success) {
          if (typed !== '') answers[key] = typed;
          break;
        }
        console.error(`  ${read.error.issues[0]?.message ?? 'not understood'}`);
      }
    }
    return checked(answers);
  } finally {
    terminal.close();
  }
}

/**
 * What a town is to be founded from.
 * @param args such as --name Elmwick --latitude 51.2, or --file town.json; what they leave out is asked for where there is a terminal
 * @throws Error with one line that says what is missing or wrong
 */
export async function foundingFrom(args: readonly string[]): Promise<Founding> {
  const { values } = parseArgs({
    args: [...args],
    options: { file: { type: 'string' }, ...Object.fromEntries(QUESTIONS.map(({ key }) => [flagOf(key), { type: 'string' as const }])) },
  });
  const { file, ...flags } = values as Record<string, string | undefined>;
  let given: Record<string, unknown> = {};
  if (file) {
    try {
      given = JSON.parse(readFileSync(file, 'utf8')) as Record<string, unknown>;
    } catch (error) {
      throw new Error(`${file} cannot be read: ${(error as Error).message}`);
    }
  }
  for (const { key } of QUESTIONS) if (flags[flagOf(key)] !== undefined) given[key] = flags[flagOf(key)];
  if (process.stdin.isTTY && !file) return askedFor(given);
  return checked(given);
}
