import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Pressable, View } from 'react-native';
import { v7 as newId } from 'uuid';
import { importView, type ImportView } from '@dendrix/core/contracts';
import {
  COLUMN_KINDS,
  matchColumns,
  missingColumns,
  parseRows,
  type ColumnKind,
  type ColumnMatch,
  type ListReport,
} from '@dendrix/core/exchange';
import type { LengthUnit } from '@dendrix/core/units';
import { changedBy, importJob } from '@/data/keys';
import { call, put } from '@/data/api';
import { library } from '@/features/shell/library';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Field } from '@/ui/field';
import { ReportTable } from './ReportTable';
import { useReadList } from './useReadList';

const KIND_WORDS: Record<ColumnKind, string> = {
  tag: 'Tag',
  latitude: 'Latitude',
  longitude: 'Longitude',
  easting: 'Easting',
  northing: 'Northing',
  zone: 'UTM zone',
  species: 'Species',
  girth: 'Girth',
  diameter: 'Diameter',
  height: 'Height',
  planted: 'Planting year',
  place: 'Street or park',
  note: 'Note',
};
const ASK_EVERY_MS = 400;
const LARGEST_FILE = 15_000_000;

/** A municipal tree list, step by step: file, columns, names, what is wrong; then all good rows or none. */
export function ImportList() {
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
  const picker = useRef<HTMLInputElement | null>(null);
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
    if (chosen.size > LARGEST_FILE) return setProblem('The file is larger than 15 MB; split it.');
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

  return (
    <View className="gap-4">
      <Card>
        <Heading>Bring a tree list in</Heading>
        <Body>
          A CSV with a tag, a place (latitude and longitude, or easting and northing with the zone), and whatever else there is: species as
          written, girth or diameter, planting year. Or points as GeoJSON with the same in their properties.
        </Body>
        <input
          ref={picker}
          type="file"
          accept=".csv,.geojson,.json,text/csv,text/plain,application/geo+json"
          aria-label="Tree list file"
          style={{ display: 'none' }}
          onChange={(event) => {
            const chosen = event.currentTarget.files?.[0];
            if (chosen) void open(chosen);
            event.currentTarget.value = '';
          }}
        />
        <Button kind={file ? 'plain' : 'next'} onPress={() => picker.current?.click()}>
          {file ? 'Choose another file' : 'Choose a file'}
        </Button>
        {file ? <Small>{file.name}</Small> : null}
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
        {reading.problem ? <Remark mood="caution">{reading.problem}</Remark> : null}
      </Card>
      {progress ? <Progress words="Reading" done={progress.done} total={progress.total} onStop={reading.stop} /> : null}
      {file && job?.state !== 'done' ? (
        <Card className="gap-3">
          <Heading>Columns</Heading>
          <Small>Check how each column is read.</Small>
          {columns.map((column) => (
            <ColumnLine
              key={column.header}
              column={column}
              sample={sampleOf(file.sample, column.header)}
              onAssign={(kind) => assign(column.header, kind)}
            />
          ))}
          {columns.some((c) => c.kind === 'easting') && !columns.some((c) => c.kind === 'zone') ? (
            <Field
              label="UTM zone of eastings and northings"
              value={zone}
              onChangeText={(text) => {
                setZone(text);
                setChanged(true);
              }}
              hint="such as 25N"
            />
          ) : null}
          <Choice
            label="Unit of stems where none is written"
            options={[
              { value: 'cm', words: 'cm' },
              { value: 'mm', words: 'mm' },
              { value: 'm', words: 'm' },
              { value: 'in', words: 'inch' },
            ]}
            value={unit}
            onChange={(next) => {
              setUnit(next);
              setChanged(true);
            }}
          />
          {missingColumns(columns).map((sentence) => (
            <Remark key={sentence} mood="caution">
              {sentence}
            </Remark>
          ))}
          {changed ? (
            <Button kind="next" onPress={() => read(file.text)}>
              Read again with these
            </Button>
          ) : null}
        </Card>
      ) : null}
      {report && file && !progress && job?.state !== 'done' ? (
        <Report
          report={report}
          choices={choices}
          onChoose={(text, taxon) => {
            setChoices((now) => ({ ...now, [text]: taxon }));
            setChanged(true);
          }}
        />
      ) : null}
      {report && file && report.stops.length === 0 && !progress && !job ? (
        changed ? (
          <Button kind="next" onPress={() => read(file.text)}>
            Read again with these answers
          </Button>
        ) : (
          <Button kind="next" disabled={report.trees.length === 0} onPress={() => void keep()}>
            {`Keep ${report.trees.length} trees${report.bad.length > 0 ? `, leave ${report.bad.length} out` : ''}`}
          </Button>
        )
      ) : null}
      {job?.state === 'running' ? (
        <Progress words="Keeping" done={job.done} total={job.total} onStop={() => void call('DELETE', `/imports/${job.id}`)} />
      ) : null}
      {job && job.state !== 'running' ? (
        <Remark
          mood={job.state === 'done' ? 'settled' : 'caution'}
          title={job.state === 'done' ? `${(job.report as { kept?: number } | null)?.kept ?? 0} trees kept` : 'Nothing was kept'}
        >
          {job.detail ?? 'They are on the map and in every list now.'}
        </Remark>
      ) : null}
    </View>
  );
}

/** Some rows of a list, to show what stands in a column. */
type Sample = Pick<ReturnType<typeof parseRows>, 'headers' | 'rows'>;

function sampleOf({ headers, rows }: Sample, header: string): string {
  const at = headers.indexOf(header);
  return rows
    .slice(0, 3)
    .map((row) => row[at] ?? '')
    .filter((cell) => cell !== '')
    .join(' · ');
}

function ColumnLine({ column, sample, onAssign }: { column: ColumnMatch; sample: string; onAssign: (kind: ColumnKind | null) => void }) {
  return (
    <View className="flex-row items-center gap-3 border-b border-rule pb-2">
      <View className="min-w-0 flex-1">
        <Strong>{column.header || '(no header)'}</Strong>
        <Small numberOfLines={1}>
          {sample}
          {column.unit ? ` (${column.unit})` : ''}
        </Small>
      </View>
      <select
        aria-label={`How ${column.header} is read`}
        value={column.kind ?? ''}
        onChange={(event) => onAssign(event.target.value === '' ? null : (event.target.value as ColumnKind))}
        style={{
          minHeight: 48,
          fontSize: 16,
          fontFamily: 'Atkinson_400',
          padding: '0 8px',
          borderRadius: 6,
          background: 'rgb(var(--sheet))',
          color: 'rgb(var(--ink))',
          border: '1px solid rgb(var(--ink))',
          maxWidth: 170,
        }}
      >
        <option value="">left out</option>
        {COLUMN_KINDS.map((kind) => (
          <option key={kind} value={kind}>
            {KIND_WORDS[kind]}
          </option>
        ))}
      </select>
    </View>
  );
}

function Progress({ words, done, total, onStop }: { words: string; done: number; total: number; onStop: () => void }) {
  const share = total > 0 ? done / total : 0;
  return (
    <Card>
      <View className="flex-row items-center justify-between gap-3">
        <Body role="status">
          {words} {total > 0 ? `${done} of ${total}` : '…'}
        </Body>
        <Button onPress={onStop}>Stop</Button>
      </View>
      <View
        role="progressbar"
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label={words}
        className="h-3 overflow-hidden rounded-full border border-ink bg-sheet"
      >
        <View className="h-full bg-lichen" style={{ width: `${share * 100}%` }} />
      </View>
    </Card>
  );
}

function Report({
  report,
  choices,
  onChoose,
}: {
  report: ListReport;
  choices: Record<string, string | null>;
  onChoose: (text: string, taxon: string | null) => void;
}) {
  if (report.stops.length > 0) {
    return (
      <Remark mood="caution" title="The list cannot be read yet">
        {report.stops.join(' ')}
      </Remark>
    );
  }
  return (
    <View className="gap-4">
      <Card>
        <Heading>
          {report.trees.length} of {report.rows} rows are good
        </Heading>
        <Body>
          {report.bad.length} will not come in, {report.warnings.length} are worth a look, {report.duplicates.length} stand within 2 m of
          another.
        </Body>
      </Card>
      {report.ambiguous.length > 0 || Object.keys(choices).length > 0 ? (
        <Card className="gap-3">
          <Heading>Names that mean more than one tree</Heading>
          <Small>Choose one, or keep the words and let a visit settle it.</Small>
          {report.ambiguous.map((question) => (
            <View key={question.text} className="gap-2 border-b border-rule pb-3">
              <Strong>
                “{question.text}”, {question.rows} row{question.rows === 1 ? '' : 's'}
              </Strong>
              <View className="flex-row flex-wrap gap-2">
                {question.answer.hits.map((hit) => (
                  <Pressable
                    key={hit.taxon}
                    role="button"
                    aria-pressed={choices[question.text] === hit.taxon}
                    onPress={() => onChoose(question.text, hit.taxon)}
                    className={`min-h-[48px] justify-center rounded-md border px-3 py-1 active:opacity-60 ${choices[question.text] === hit.taxon ? 'border-[3px] border-oxide' : 'border-ink'}`}
                  >
                    <Latin className="text-[16px] leading-[19px]">{hit.taxon}</Latin>
                    <Small>{hit.where ?? ''}</Small>
                  </Pressable>
                ))}
                <Button kind="dashed" onPress={() => onChoose(question.text, null)}>
                  {`${choices[question.text] === null ? '✓ ' : ''}Keep the words only`}
                </Button>
              </View>
            </View>
          ))}
          {report.ambiguous.length === 0 ? <Body>All answered.</Body> : null}
        </Card>
      ) : null}
      {report.misspelt.length > 0 ? (
        <Card>
          <Heading>Read in spite of a slip</Heading>
          {report.misspelt.map((q) => (
            <Body key={q.text}>
              “{q.text}” as <Latin className="text-[16px]">{q.answer.taxon ?? ''}</Latin>, {q.rows} row{q.rows === 1 ? '' : 's'}
            </Body>
          ))}
        </Card>
      ) : null}
      {report.unknown.length > 0 ? (
        <Card>
          <Heading>Names nobody here knows</Heading>
          <Body>{report.unknown.map((q) => `“${q.text}” (${q.rows})`).join(', ')}</Body>
          <Small>The words are kept; the trees come in without a name.</Small>
        </Card>
      ) : null}
      <ReportTable title="Rows that will not come in" rows={report.bad.map((b) => ({ line: b.line, tag: b.tag, reason: b.reason }))} />
      <ReportTable
        title="Within 2 m of another"
        rows={report.duplicates.map((d) => ({ line: d.line, tag: d.tag, reason: `${d.metres.toFixed(1)} m from ${d.near}` }))}
      />
      <ReportTable title="Worth a look" rows={report.warnings.map((w) => ({ line: w.line, tag: w.tag, reason: w.reason }))} />
    </View>
  );
}
