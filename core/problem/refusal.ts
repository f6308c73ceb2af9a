import type { z } from 'zod';

/** A refusal with a code, a place in the input and the values a sentence needs; words are made in `sentence`. */
export class Refusal extends Error {
  constructor(
    readonly code: RefusalCode,
    readonly path: string,
    readonly values: Record<string, string> = {},
  ) {
    super(sentence(code, path, values));
    this.name = 'Refusal';
  }
}

const SENTENCES = {
  'not-json': (_p, v) => `The input is not JSON: ${v.detail}.`,
  'wrong-shape': (p, v) => `${p || 'The input'}: ${v.detail}.`,
  'unknown-trait': (p, v) => `${p}: unknown trait "${v.word}"; nearest known: ${v.nearest}.`,
  'unknown-state': (p, v) => `${p}: unknown state "${v.word}" of ${v.trait}; nearest known: ${v.nearest}.`,
  'unknown-taxon': (p, v) => `${p}: unknown taxon "${v.word}"; nearest known: ${v.nearest}.`,
  'unknown-sign': (p, v) => `${p}: unknown sign "${v.word}"; nearest known: ${v.nearest}.`,
  'unknown-zone': (p, v) => `${p}: unknown zone "${v.word}"; nearest known: ${v.nearest}.`,
  'unknown-word': (p, v) => `${p}: unknown word "${v.word}"; nearest valid: ${v.nearest}; valid: ${v.valid}.`,
  'unknown-field': (p, v) => `${p}: "${v.sign}" is not recorded with "${v.word}"; nearest: ${v.nearest}; it takes: ${v.valid}.`,
  'no-work-ends': (p, v) => `${p}: no work ends "${v.sign}". It takes an investigation or a reviewer.`,
  'unknown-key': (p, v) => `${p}: no earlier look has a sign "${v.word}"; nearest: ${v.nearest}.`,
  'wrong-zone': (p, v) => `${p}: "${v.sign}" cannot be recorded at ${v.word}. Valid: ${v.valid}.`,
  'future-day': (p, v) => `${p}: ${v.value} is more than a year from today, ${v.today}.`,
  'unknown-photo': (p) => `${p}: a sign refers to a photo that is not in the record.`,
  'same-key': (p, v) => `${p}: two signs in one visit cannot both be "${v.word}".`,
  'needs-state': (p, v) => `${p}: ${v.trait} needs a state, not a number. Valid: ${v.valid}.`,
  'needs-value': (p, v) => `${p}: ${v.trait} is a number; give "value"${v.unit ? ` and "unit" (such as ${v.unit})` : ''}.`,
  'wrong-unit': (p, v) => `${p}: "${v.word}" is not a unit of ${v.kind}. Valid: ${v.valid}.`,
  'no-fix': (p, v) => `${p}: no position fix in ${v.lines} lines. NMEA 0183 GGA sentences are supported.`,
  'no-growth-factor': (p, v) => `${p}: no growth factor was published for ${v.word} or its genus, so its age cannot be guessed.`,
  twice: (p, v) => `${p}: "${v.word}" is listed twice.`,
  'rated-twice': (p, v) => `${p}: ${v.rater} rates ${v.unit} twice.`,
  'not-in-order': (p, v) => `${p}: "${v.word}" is not in the order: ${v.order}.`,
  'needs-order': (p, v) => `${p}: "${v.word}" is not a number. Give the order of the values.`,
  'needs-number': (p, v) => `${p}: "${v.word}" is not a number. An interval scale needs numbers.`,
  'wrong-matrix': (p, v) => `${p}: ${v.size} rows of ${v.size} numbers are needed: the start, the stops${v.end ? ', the end' : ''}.`,
  'out-of-range': (p, v) => `${p}: ${v.value} is outside ${v.range}.`,
} satisfies Record<string, (path: string, values: Record<string, string>) => string>;
export type RefusalCode = keyof typeof SENTENCES;

/** The one place where a refusal becomes a sentence. */
export function sentence(code: RefusalCode, path: string, values: Record<string, string>): string {
  return SENTENCES[code](path, values);
}

/** Dotted path of an issue, as people write it: observations[0].state. */
export const pathWords = (path: readonly PropertyKey[]): string =>
  path.reduce<string>(
    (words, part) => (typeof part === 'number' ? `${words}[${part}]` : words ? `${words}.${String(part)}` : String(part)),
    '',
  );

/**
 * Reads a value with a schema.
 * @throws Refusal `wrong-shape` with the first thing that is wrong and where
 */
export function read<S extends z.ZodType>(schema: S, value: unknown): z.output<S> {
  const result = schema.safeParse(value);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new Refusal('wrong-shape', pathWords(issue?.path ?? []), { detail: issue?.message ?? 'not understood' });
}
