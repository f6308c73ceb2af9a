// What the threads can do. A thread holds a library of its own, read once.
import type { MessagePort } from 'node:worker_threads';
import { readTreeList, type ListReport, type ReadListOptions } from '@dendrix/core/exchange';
import { nameFinder } from '@dendrix/core/naming';
import type { Sheet } from '@dendrix/core/sheet';
import { loadLibrary } from '@dendrix/library';
import { sheetPdf, type Paper } from '../sheet/service';

interface Call<I> {
  input: I;
  port: MessagePort;
}

type Names = ReturnType<typeof nameFinder>;
let names: Names | undefined;

export interface Tasks {
  readList: (input: { text: string; options: Omit<ReadListOptions, 'names' | 'progress' | 'known'> }) => ListReport;
  sheet: (input: { sheet: Sheet; paper: Paper; day: string; fonts: string }) => Promise<Uint8Array>;
}
export type TaskName = keyof Tasks;

/** Reads a tree list. */
export function readList({ input: { text, options }, port }: Call<Parameters<Tasks['readList']>[0]>): ListReport {
  names ??= nameFinder(loadLibrary());
  return readTreeList(text, { ...options, names, progress: (done, total) => port.postMessage({ done, total }) });
}

/** Prints the sheet of a tree. */
export const sheet = ({ input }: Call<Parameters<Tasks['sheet']>[0]>): Promise<Uint8Array> =>
  sheetPdf(input.sheet, input.paper, input.day, input.fonts);
