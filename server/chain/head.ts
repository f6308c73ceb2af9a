import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { SettingError } from '../settings/addresses';

/** The end of the chain: whoever holds it can tell whether anything before it was altered or cut off. */
export interface ChainHead {
  seq: number;
  hash: string;
  /** ISO time of the last entry. */
  at: string;
}

const LINE = /^(\d+) ([0-9a-f]{64}) (\S+)$/;

/** A head on one line, as it is printed, exported and kept: number, hash, time. */
export const headLine = ({ seq, hash, at }: ChainHead): string => `${seq} ${hash} ${at}`;

/** Reads a head from its line; null for what is none. */
export function readHead(line: string): ChainHead | null {
  const [, seq, hash, at] = LINE.exec(line.trim()) ?? [];
  return seq && hash && at ? { seq: Number(seq), hash, at } : null;
}

/** Heads kept in a file apart from the database, oldest first; lines that were not written whole are passed over. */
export const keptHeads = (file: string): ChainHead[] =>
  existsSync(file)
    ? readFileSync(file, 'utf8')
        .split('\n')
        .flatMap((line) => readHead(line) ?? [])
    : [];

/**
 * A place apart from the database where each head is written down.
 * @throws SettingError where nothing can be written there
 */
export function headKeeper(file: string): (head: ChainHead) => void {
  try {
    mkdirSync(dirname(file), { recursive: true });
    // Nothing is added: this only asks whether it may be.
    appendFileSync(file, '', { mode: 0o600 });
  } catch (error) {
    throw new SettingError(`DENDRIX_CHAIN_FILE: ${file} cannot be written (${(error as NodeJS.ErrnoException).code}).`);
  }
  return (head) => appendFileSync(file, `${headLine(head)}\n`, { mode: 0o600 });
}

/** Where heads are kept, and who is told where that fails. */
export interface HeadPlace {
  /** Keeps the head of the chain in a place apart from the database, after each write. */
  keepHead?: (head: ChainHead) => void;
  /** Told what went wrong beside a deed that is done. */
  alarm?: (what: string, error: unknown) => void;
}

/** Heads that could not be kept since the service began. */
let lost = 0;
export const headsLost = (): number => lost;

/**
 * Keeps the head that a deed left. The deed is done by then: a place that cannot be written is an alarm and never makes an error of it.
 * The next head that is kept stands for all before it.
 */
export function keepHeadOf({ keepHead, alarm }: HeadPlace, head: ChainHead): void {
  try {
    keepHead?.(head);
  } catch (error) {
    lost += 1;
    alarm?.('the head of the chain could not be kept', error);
  }
}
