import { countedMeasurements } from '../../record/measurement';
import type { Look } from '../../record/look';
import type { Catalogue } from '../../words/catalogue';
import type { AssessInput } from '../request';
import { earlierLooks } from './carried';

/** Sizes that hold until somebody reads them again. */
const SIZES = ['dbh', 'height', 'crownBase', 'crownSpread'] as const;
type Size = (typeof SIZES)[number];

/** What an input takes from earlier looks because its own does not say it, with the day it was said. */
export interface Remembered {
  input: AssessInput;
  /** ISO dates */
  from: Partial<Record<Size | 'beneath' | 'lifeStage' | 'exposure', string>>;
}

/**
 * An input with what it does not say as it was said last: what is below, the stage, the wind, the sizes. Silence says nothing new,
 * so a short crown that nobody measures again is still short, and a playground is still there.
 */
export function remember(given: AssessInput): Remembered {
  const from: Remembered['from'] = {};
  const newestFirst = earlierLooks(given).reverse();
  const last = <T>(what: keyof Remembered['from'], of: (look: Look) => T | undefined): T | undefined => {
    for (const look of newestFirst) {
      const value = of(look);
      if (value === undefined) continue;
      from[what] = look.day;
      return value;
    }
    return undefined;
  };
  const lifeStage = given.lifeStage ?? last('lifeStage', (look) => look.lifeStage);
  const exposure = given.exposure ?? last('exposure', (look) => look.exposure);
  const beneath =
    given.beneath.length > 0 ? given.beneath : (last('beneath', (look) => (look.beneath.length > 0 ? look.beneath : undefined)) ?? []);
  const measurements = { ...countedMeasurements(given.measurements) };
  for (const size of SIZES) {
    if (measurements[size] !== undefined) continue;
    const before = last(size, (look) => countedMeasurements(look.measurements)[size]);
    if (before !== undefined) measurements[size] = before;
  }
  const input: AssessInput = { ...given, measurements, beneath };
  if (lifeStage !== undefined) input.lifeStage = lifeStage;
  if (exposure !== undefined) input.exposure = exposure;
  return { input, from };
}

/** That what is below was not said this time, and still counts. */
export const rememberedWords = ({ from }: Remembered, say: Catalogue): string[] =>
  from.beneath === undefined ? [] : [say.looked.beneathFrom(from.beneath)];
