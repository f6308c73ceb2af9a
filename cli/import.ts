import { lengthUnit, LENGTH_UNITS, type LengthUnit } from '@dendrix/core/units';
import { columnKind, matchColumns, parseCsv, readTreeList } from '@dendrix/core/exchange';
import { utmZone } from '@dendrix/core/geo/utm';
import { nameFinder } from '@dendrix/core/naming';
import { loadLibrary } from '@dendrix/library';
import { parseOptions, print, readText, UsageError } from './io';

/** Splits "left=right" at the last equals sign, since headers and species texts may hold one. */
function pair(text: string, option: string): [string, string] {
  const cut = text.lastIndexOf('=');
  if (cut < 1) throw new UsageError(`--${option} takes LEFT=RIGHT, not "${text}"`);
  return [text.slice(0, cut), text.slice(cut + 1)];
}

/** `dendrix import FILE`: reads a list and prints its report; `--keep` brings it into the database, whole or not at all. */
export async function importList(args: readonly string[]): Promise<number> {
  const options = parseOptions(args, { zone: 'one', unit: 'one', map: 'many', choose: 'many', keep: 'flag' });
  const [file, ...more] = options.rest;
  if (!file || more.length > 0) throw new UsageError('import takes one FILE (or - for standard input)');
  const text = readText(file);
  const library = loadLibrary();
  const names = nameFinder(library);

  const zone = options.one.zone;
  if (zone !== undefined && !utmZone(zone)) throw new UsageError(`--zone "${zone}" is not a UTM zone. Use a zone such as 25N or 33S`);
  let unit: LengthUnit | undefined;
  if (options.one.unit !== undefined) {
    unit = lengthUnit(options.one.unit) ?? undefined;
    if (!unit) throw new UsageError(`--unit "${options.one.unit}" is no unit of length; valid: ${LENGTH_UNITS.join(', ')}`);
  }
  const columns = matchColumns(parseCsv(text).headers);
  for (const given of options.many.map ?? []) {
    const [header, word] = pair(given, 'map');
    const column = columns.find((c) => c.header === header);
    const { kind, nearest } = columnKind(word);
    if (!column) throw new UsageError(`--map: the file has no column "${header}"; it has: ${columns.map((c) => c.header).join(', ')}`);
    if (!kind) throw new UsageError(`--map: "${word}" is no kind of column; nearest: ${nearest}`);
    for (const other of columns) if (other.kind === kind) other.kind = null;
    column.kind = kind;
  }
  const choices: Record<string, string | null> = {};
  for (const given of options.many.choose ?? []) {
    const [words, taxon] = pair(given, 'choose');
    if (taxon !== '' && !library.taxa.some((t) => t.name === taxon) && names.resolve(taxon).taxon !== taxon) {
      throw new UsageError(`--choose: "${taxon}" is not a name of the library`);
    }
    choices[words] = taxon === '' ? null : taxon;
  }
  const how = { thisYear: new Date().getFullYear(), columns, zone, unit, choices };

  if (!options.flags.has('keep')) {
    const report = readTreeList(text, { ...how, names, progress: progressLine });
    process.stderr.write('\n');
    print({ ...summary(report), kept: 0 });
    return report.stops.length > 0 ? 2 : 0;
  }
  // Only now is the database needed; its packages load slowly.
  const { keepList } = await import('./keep-list');
  const report = await keepList(text, how, progressLine);
  process.stderr.write('\n');
  print({ ...summary(report), kept: report.kept });
  return report.stops.length > 0 ? 2 : 0;
}

const progressLine = (done: number, total: number) => {
  if (process.stderr.isTTY || done === total) process.stderr.write(`\rread ${done} of ${total} rows`);
};

const summary = (report: ReturnType<typeof readTreeList>) => ({
  rows: report.rows,
  good: report.trees.length,
  columns: report.columns,
  stops: report.stops,
  bad: report.bad,
  warnings: report.warnings,
  duplicates: report.duplicates,
  ambiguous: report.ambiguous.map(({ text, rows, answer }) => ({
    text,
    rows,
    canMean: answer.hits.map((hit) => ({ taxon: hit.taxon, where: hit.where })),
  })),
  unknown: report.unknown.map(({ text, rows }) => ({ text, rows })),
  misspelt: report.misspelt.map(({ text, rows, answer }) => ({ text, rows, readAs: answer.taxon })),
});
