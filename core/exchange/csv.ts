import Papa from 'papaparse';

/** A CSV text, read. */
export interface CsvText {
  headers: string[];
  rows: string[][];
  /** Line of the text on which each row begins, the first being 1. */
  lines: number[];
  problem: string | null;
}

/** Characters by which it is guessed what stands between cells. */
const GUESSED_BY = 20_000;

/** Rows and header of a CSV text; comma, semicolon and tab are told apart by the text itself. Rows with nothing in them are left out. */
export function parseCsv(text: string): CsvText {
  const plain = text.replace(/^\uFEFF/, '');
  const all: { cells: string[]; line: number }[] = [];
  let quoteAt: number | null = null;
  let read = 0;
  let line = 1;
  // Told apart by the rows alone: the line after the last end of line would count as one of a single cell.
  const { delimiter } = Papa.parse(plain.slice(0, GUESSED_BY).trimEnd(), { preview: 10 }).meta;
  Papa.parse<string[]>(plain, {
    delimiter,
    step({ data, errors, meta }) {
      if (errors.some((error) => error.type === 'Quotes')) quoteAt ??= line;
      if (data.some((cell) => cell.trim() !== '')) all.push({ cells: data, line });
      // A cell may hold ends of lines too, so they are counted in the text, not in the rows.
      line += plain.slice(read, meta.cursor).match(/\r\n|\r|\n/g)?.length ?? 0;
      read = meta.cursor;
    },
  });
  const [header, ...rows] = all;
  return {
    headers: (header?.cells ?? []).map((h) => h.trim()),
    rows: rows.map(({ cells }) => cells),
    lines: rows.map((row) => row.line),
    problem: !header ? 'The file is empty.' : quoteAt !== null ? `A quotation mark is not closed, near line ${quoteAt}.` : null,
  };
}
