import { planning } from './en/planning';
import { pseudo } from './pseudo';
import type { Language, Speech } from './catalogue';

// The sentences of planning by themselves: a first screen asks for them, and would bring those of all other rules with them.

const MADE: Record<Language, typeof planning> = { en: planning, 'en-XA': pseudo(planning) };

/** The sentences of planning for a way of speaking. */
export const planningIn = ({ language = 'en' }: Speech = {}): typeof planning => MADE[language];
