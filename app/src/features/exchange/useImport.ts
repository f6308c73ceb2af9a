import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { importView, type ImportView } from '@dendrix/core/contracts';
import { matchColumns, parseRows, type ColumnKind, type ColumnMatch } from '@dendrix/core/exchange';
import type { LengthUnit } from '@dendrix/core/units';
import { changedBy, importJob } from '@/data/keys';
import { call, put } from '@/data/api';
import { library } from '@/features/shell/library';
import { useReadList } from './useReadList';
import { t } from '@/words/exchange';

const ASK_EVERY_MS = 400;
const LARGEST_FILE = 15_000_000;

/** Some rows of a list, to show what stands in a column. */
export type Sample = Pick<ReturnType<typeof parseRows>, 'headers' | 'rows'>;

/** Cells of a column, to show what stands in it. */
export function sampleOf({ headers, rows }: Sample, header: string): string {
  const at = headers.indexOf(header);
  return rows
    .slice(0, 3)
    .map((row) => row[at] ?? '')
    .filter((cell) => cell !== '')
    .join(' · ');
}

/** A tree list on its way in: its file, how it is read, what it comes to, and the job that keeps it. */
export function useImport() {
  const client = useQueryClient();
  const reading = useReadList();
  const [file, setFile] = useState<{ name: string; text: string; sample: Sample } | null>(null);
  const [columns, setColumns] = useState<ColumnMatch[]>([]);
  const [zone, setZone] = useState('');
  const [unit, setUnit] = useState<LengthUnit>('cm');
  const [choices, setChoices] = useState<Record<string, string | null>>({});
  const [job, setJob] = useState<ImportView | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [changed, setChanged] = useState(false);
  const { report, progress } = reading;

  const read = (text: string, with_: { columns?: ColumnMatch[]; choices?: Record<string, string | null> } = {}) => {
    setChanged(false);
    reading.read({
      text,
      options: {
        thisYear: new Date().getFullYear(),
        columns: with_.columns ?? columns,
        ...(zone.trim() ? { zone: zone.trim() } : {}),
        unit,
        home: library.districts.map(({ latitude, longitude }) => ({ latitude, longitude })),
        choices: with_.choices ?? choices,
      },
    });
  };
  const open = async (chosen: File) => {
    setProblem(null);
    setJob(null);
    setChoices({});
    if (chosen.size > LARGEST_FILE) return setProblem(t('theFileIsLargerThan15'));
    const text = await chosen.text();
    const parsed = parseRows(text);
    const matched = matchColumns(parsed.headers);
    setColumns(matched);
    setFile({ name: chosen.name, text, sample: { headers: parsed.headers, rows: parsed.rows.slice(0, 3) } });
    read(text, { columns: matched, choices: {} });
  };
  const assign = (header: string, kind: ColumnKind | null) => {
    setColumns((now) => now.map((c) => (c.header === header ? { ...c, kind } : c.kind === kind ? { ...c, kind: null } : c)));
    setChanged(true);
  };
  const keep = async () => {
    if (!file) return;
    setProblem(null);
    const id = newId();
    try {
      let state = importView.parse(
        await put(`/imports/${id}`, {
          text: file.text,
          columns,
          ...(zone.trim() ? { zone: zone.trim() } : {}),
          unit,
          choices,
        }),
      );
      setJob(state);
      while (state.state === 'running') {
        await new Promise((resolve) => setTimeout(resolve, ASK_EVERY_MS));
        state = await client.fetchQuery({ ...importJob(id), staleTime: 0 });
        setJob(state);
      }
      await Promise.all(changedBy.list().map((queryKey) => client.invalidateQueries({ queryKey })));
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const set =
    <T>(change: (value: T) => void) =>
    (value: T) => {
      change(value);
      setChanged(true);
    };
  return {
    file,
    columns,
    zone,
    unit,
    choices,
    job,
    problem: problem ?? reading.problem,
    changed,
    report,
    progress,
    open,
    assign,
    setZone: set(setZone),
    setUnit: set(setUnit),
    choose: (text: string, taxon: string | null) => set(setChoices)({ ...choices, [text]: taxon }),
    readAgain: () => file && read(file.text),
    stopReading: reading.stop,
    keep,
    stopKeeping: () => job && void call('DELETE', `/imports/${job.id}`),
  };
}
export type ImportOfList = ReturnType<typeof useImport>;
