import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { Refusal } from '@dendrix/core/problem';

/** The words of a call are off: told in one line, exit 2. */
export class UsageError extends Error {}

/** Text of a file, or of standard input for "-". @throws UsageError when it cannot be read */
export function readText(file: string): string {
  try {
    return readFileSync(file === '-' ? 0 : file, 'utf8');
  } catch (error) {
    throw new UsageError(`cannot read ${file === '-' ? 'standard input' : file}: ${(error as Error).message.split(',')[0]}`);
  }
}

/** One request of a batch, with the number of its line; or what is wrong with the line. */
export type Line = { line: number; value: unknown } | { line: number; problem: string };

/**
 * The requests of `--in FILE` or standard input: one JSON value, or JSON Lines. A text is read as lines when it is more than one
 * JSON value, each on a line of its own. @throws Refusal `not-json` when it is neither
 */
export function readRequests(args: readonly string[]): { one: unknown } | { lines: Line[] } {
  const options = parseOptions(args, { in: 'one' });
  if (options.rest.length > 0)
    throw new UsageError(`"${options.rest[0]}" is not understood; the request goes in with --in FILE or standard input`);
  const text = readText(options.one.in ?? '-');
  try {
    return { one: JSON.parse(text) };
  } catch (error) {
    const lines = text.split(/\r?\n/).flatMap((row, i): Line[] => {
      if (row.trim() === '') return [];
      try {
        return [{ line: i + 1, value: JSON.parse(row) }];
      } catch (bad) {
        return [{ line: i + 1, problem: `not JSON: ${(bad as Error).message}` }];
      }
    });
    if (lines.length > 1 && lines.some((line) => 'value' in line)) return { lines };
    throw new Refusal('not-json', '', { detail: (error as Error).message });
  }
}

/** Prints one JSON value. */
export const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value)}\n`);

export interface Options {
  one: Record<string, string | undefined>;
  many: Record<string, string[]>;
  flags: Set<string>;
  rest: string[];
}

/** Reads `--name value` and `--name=value` options. @throws UsageError for an unknown option or a missing value */
export function parseOptions(args: readonly string[], known: Record<string, 'one' | 'many' | 'flag'>): Options {
  const config = Object.fromEntries(
    Object.entries(known).map(([name, kind]) => [
      name,
      { type: kind === 'flag' ? ('boolean' as const) : ('string' as const), multiple: kind === 'many' },
    ]),
  );
  // Not strict: the reader's own sentences name the argument, ours also say what would be valid.
  const { tokens } = parseArgs({ args: [...args], options: config, allowPositionals: true, strict: false, tokens: true });
  const options: Options = { one: {}, many: {}, flags: new Set(), rest: [] };
  for (const token of tokens) {
    if (token.kind === 'positional') options.rest.push(token.value);
    if (token.kind !== 'option') continue;
    const { name, rawName, value } = token;
    const kind = known[name];
    if (!kind)
      throw new UsageError(
        `unknown option ${rawName}; valid: ${Object.keys(known)
          .map((k) => `--${k}`)
          .join(', ')}`,
      );
    if (kind === 'flag') {
      if (value !== undefined) throw new UsageError(`${rawName} takes no value`);
      options.flags.add(name);
    } else if (value === undefined) throw new UsageError(`${rawName} needs a value`);
    else if (kind === 'one') options.one[name] = value;
    else (options.many[name] ??= []).push(value);
  }
  return options;
}
