import { z } from 'zod';
import { FREQUENCIES, PRIORS, sentenceText } from './taxon';

export const AGENT_KINDS = [
  'fungus',
  'oomycete',
  'bacterium',
  'insect',
  'mite',
  'animal',
  'complex',
  'injury',
  'weather',
  'site',
  'chemical',
  'unknown',
] as const;

/** One disease, pest or injury as written in `library/agents/*.yaml`. */
export const agentSchema = z.strictObject({
  id: z.string().regex(/^[a-z][a-z-]*$/),
  name: z.string(),
  scientific: z.string().optional(),
  kind: z.enum(AGENT_KINDS),
  /** Accepted names or genera; empty means any tree. */
  hosts: z.array(z.string()),
  signs: z
    .array(
      z.strictObject({
        sign: z.string(),
        kinds: z.array(z.string()).optional(),
        howOften: z.enum(FREQUENCIES),
      }),
    )
    .min(1),
  /** Northern hemisphere months in which its signs are fresh; all year when absent. */
  months: z.array(z.int().min(1).max(12)).optional(),
  /** How common on its hosts, before anything is seen. */
  prior: z.enum(PRIORS),
  /** In words, or by the id of another agent. */
  lookAlikes: z.array(z.string()).min(1),
  toldApart: z.string().min(10),
  /** What a laboratory has to find, where the eye cannot settle it. */
  laboratory: z.string().min(10).optional(),
  course: z.string().min(10),
  done: z.string().min(10),
  reportable: z.string().optional(),
  /** Longest sensible interval before the next look, months. */
  lookAgainMonths: z.number().positive(),
  /** Outlook it can force once it is the likely cause. */
  outlook: z.enum(['long-term', 'decades', 'five to ten years', 'short']).optional(),
  cautions: z.array(sentenceText),
  source: z.string(),
});
export type Agent = z.output<typeof agentSchema>;
