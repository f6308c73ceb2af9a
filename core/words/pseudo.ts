/** Marks a sentence as one of a catalogue. */
export const bracketed = (sentence: string): string => `⟦${sentence}⟧`;

/** Every sentence of a value, and of what its functions give, in brackets. */
function marked(value: unknown): unknown {
  if (typeof value === 'string') return value === '' ? value : bracketed(value);
  if (typeof value === 'function') return (...given: unknown[]) => marked((value as (...given: unknown[]) => unknown)(...given));
  if (Array.isArray(value)) return value.map(marked);
  if (typeof value === 'object' && value !== null) return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, marked(one)]));
  return value;
}

/** A catalogue whose every sentence stands in brackets: the pseudo-language by which a test finds a sentence that a rule wrote itself. */
export const pseudo = <C extends object>(catalogue: C): C => marked(catalogue) as C;
