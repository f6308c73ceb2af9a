import { basename, dirname } from 'node:path';
import { pino, type Logger } from 'pino';
import { createStream } from 'rotating-file-stream';

/** A file of the log is closed at, or after a day, packed, and kept until so many newer ones lie beside it. */
const LARGEST = '10M';
const KEPT = 30;

/**
 * The log of the service: lines of JSON on standard output, or into a file that is turned over by size and by day.
 * @param file where to; standard output where nothing is said
 * @param largest size at which the file is turned over, such as 10M
 */
export function logInto(file: string | undefined, level: string, largest = LARGEST): Logger {
  if (!file) return pino({ level });
  const stream = createStream(basename(file), {
    path: dirname(file),
    size: largest,
    interval: '1d',
    maxFiles: KEPT,
    compress: 'gzip',
    mode: 0o640,
  });
  // A full disk ends no service: what cannot be written is said once on standard error.
  stream.once('error', (error) => console.error(`The log cannot be written: ${error.message}`));
  return pino({ level }, stream);
}
