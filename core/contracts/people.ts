import { z } from 'zod';
import { id } from '../record/ids';

export const ROLES = ['viewer', 'crew', 'reviewer', 'coordinator'] as const;
export type Role = (typeof ROLES)[number];

/** Somebody beside what they did. */
export const person = z.object({ id, name: z.string() });
