// The dendrix command: one JSON answer on standard output; a bad request is one line on standard error and exit 2.
import { Refusal } from '@dendrix/core/problem';
import { commands } from './commands';
import { UsageError } from './io';

const USAGE = `dendrix: identify, measure and assess trees, and plan rounds

  dendrix identify [--in FILE]          candidates, level, confirmation, what to look at next
  dendrix names QUERY                   the taxa a name can mean
  dendrix names --in FILE               the same for JSON Lines, {"query":"…"} a line
  dendrix tell-apart TAXON TAXON…       the features that separate them
  dendrix traits                        the vocabulary
  dendrix taxa [NAME]                   the library, or one record
  dendrix taxa --coverage [NAME]        gaps in the library, or in one record
  dendrix measure [--in FILE]           one measuring task
  dendrix assess [--in FILE]            the assessment of one visit to one tree
  dendrix agreement [--in FILE]         how far raters agree: percent, Cohen, Fleiss, Krippendorff
  dendrix observers [--in FILE]         what was most likely true, and how each rater errs (Dawid and Skene)
  dendrix round [--in FILE]             stops for the time there is, in an order that is short to walk
  dendrix import FILE [--zone 25N] [--unit cm] [--map HEADER=KIND] [--choose TEXT=TAXON] [--keep]
                                        reads a tree list; with --keep it goes into the database

FILE may be left out or -, for standard input. identify also takes JSON Lines: one request a line, one answer a line.`;

/** Runs one command. @returns the exit code: 0 done, 1 failed, 2 bad request */
export async function main(args: readonly string[]): Promise<number> {
  const [name = '', ...rest] = args;
  if (name === '' || name === 'help' || name === '--help') {
    process.stdout.write(`${USAGE}\n`);
    return name === '' ? 2 : 0;
  }
  try {
    const command = commands.get(name);
    if (!command) throw new UsageError(`unknown command "${name}"; valid: ${[...commands.keys()].join(', ')}`);
    return await command(rest);
  } catch (error) {
    if (error instanceof Refusal || error instanceof UsageError) {
      process.stderr.write(`dendrix: ${error.message}\n`);
      return 2;
    }
    process.stderr.write(`dendrix: ${(error as Error).message}\n`);
    return 1;
  }
}
