import { z } from 'zod';

/** How many of the trees that are met of a genus are of species that the library does not hold. */
export const UNHELD = ['none', 'few', 'some', 'many'] as const;
export type Unheld = (typeof UNHELD)[number];

/** `library/genera.yaml`: genus to word. */
export const generaSchema = z.record(z.string().regex(/^[A-Z][a-z]+$/), z.enum(UNHELD));
export type Genera = z.output<typeof generaSchema>;
