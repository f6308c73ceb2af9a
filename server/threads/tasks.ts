// What the threads can do. A thread holds a library of its own, read once.
import type { MessagePort } from 'node:worker_threads';
import { readPlan, readTreeList, type ListReport, type ReadListOptions } from '@dendrix/core/exchange';
import { nameFinder } from '@dendrix/core/naming';
import {
  errorBench,
  markErrors,
  townAgreement,
  type ErrorBench,
  type ItemAgreement,
  type MarkError,
  type Reading,
  type SettledCase,
} from '@dendrix/core/town/agreement';
import type { Sheet } from '@dendrix/core/sheet';
import { loadLibrary } from '@dendrix/library';
import { checkShape } from '../http/body';
import { sheetPdf, type Paper } from '../sheet/service';

interface Call<I> {
  input: I;
  port: MessagePort;
}

type Names = ReturnType<typeof nameFinder>;
let names: Names | undefined;

interface ReadTwice {
  readings: readonly Reading[];
}

type Plan = ReturnType<typeof readPlan>;
/** A plan as it will be drawn, and what was found in it. */
export interface PlanRead extends Pick<Plan, 'counts' | 'passedOver' | 'box'> {
  bytes: Uint8Array;
}

export interface Tasks {
  agreement: (input: ReadTwice) => { items: ItemAgreement[]; marks: MarkError[] };
  benchErrors: (input: { cases: readonly SettledCase[]; errors: Record<string, number> }) => ErrorBench;
  readPlan: (input: { bytes: Uint8Array }) => PlanRead;
  readList: (input: { text: string; options: Omit<ReadListOptions, 'names' | 'progress' | 'known'> }) => ListReport;
  sheet: (input: { sheet: Sheet; paper: Paper; day: string; fonts: string }) => Promise<Uint8Array>;
}
export type TaskName = keyof Tasks;

/** Reads a tree list. */
export function readList({ input: { text, options }, port }: Call<Parameters<Tasks['readList']>[0]>): ListReport {
  names ??= nameFinder(loadLibrary());
  return readTreeList(text, { ...options, names, progress: (done, total) => port.postMessage({ done, total }) });
}

/** Reads a plan and writes it anew as it will be drawn. @throws Error with what is wrong with it */
export function planRead({ input }: Call<Parameters<Tasks['readPlan']>[0]>): PlanRead {
  const bytes = Buffer.from(input.bytes.buffer, input.bytes.byteOffset, input.bytes.byteLength);
  checkShape(bytes);
  const { plan, counts, passedOver, box } = readPlan(bytes.toString('utf8'));
  return { bytes: Buffer.from(JSON.stringify(plan)), counts, passedOver, box };
}
export { planRead as readPlan };

/** How far people agree, and how often each mark is read wrong. */
export function agreement({ input: { readings }, port }: Call<ReadTwice>): ReturnType<Tasks['agreement']> {
  const tell = (share: number) => port.postMessage({ done: Math.round(share * 100), total: 100 });
  return { items: townAgreement(readings, tell), marks: markErrors(loadLibrary(), readings) };
}

/** What a town's own errors change in naming. */
export const benchErrors = ({ input: { cases, errors }, port }: Call<Parameters<Tasks['benchErrors']>[0]>): ErrorBench =>
  errorBench(loadLibrary(), cases, errors, (share) => port.postMessage({ done: Math.round(share * 100), total: 100 }));

/** Prints the sheet of a tree. */
export const sheet = ({ input }: Call<Parameters<Tasks['sheet']>[0]>): Promise<Uint8Array> =>
  sheetPdf(input.sheet, input.paper, input.day, input.fonts);
