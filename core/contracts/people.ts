import { z } from 'zod';
import { id } from '../record/ids';

export * from './roles';

/** Somebody beside what they did. */
export const person = z.object({ id, name: z.string() });
