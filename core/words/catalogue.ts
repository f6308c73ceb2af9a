import type { UnitSystem } from '../units/lengths';
import { english } from './en';
import { pseudo } from './pseudo';

/**
 * Every sentence the rules can say. A rule decides with codes and values and asks the catalogue for the sentence; a second
 * language is a second catalogue of this type, and no rule knows of it.
 */
export type Catalogue = ReturnType<typeof english>;

/** `en-XA` is English in brackets: a sentence without them did not come from a catalogue. */
export const LANGUAGES = ['en', 'en-XA'] as const;
export type Language = (typeof LANGUAGES)[number];

/** How the answers are worded: metric English where nothing is said. */
export interface Speech {
  units?: UnitSystem | undefined;
  language?: Language | undefined;
}

const MADE: Record<Language, (units: UnitSystem) => Catalogue> = { en: english, 'en-XA': (units) => pseudo(english(units)) };
/** Made when first asked for, and kept. */
const made = new Map<string, Catalogue>();

/** The sentences for a way of speaking. */
export function wordsIn({ units = 'metric', language = 'en' }: Speech = {}): Catalogue {
  const key = `${language} ${units}`;
  const catalogue = made.get(key) ?? MADE[language](units);
  made.set(key, catalogue);
  return catalogue;
}
