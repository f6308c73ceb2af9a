import { z } from 'zod';
import { CALLABLE, ZONES } from './sign';
import { FREQUENCIES, PRIORS, sentenceText, STAGES } from './taxon';
import { regionCode } from './where';

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

const monthList = z.array(z.int().min(1).max(12)).min(1);

/** What it takes of the wood, and so what comes down: said once it is likely. */
export const ROTS = ['roots', 'foot', 'stem', 'limbs'] as const;

/** One disease, pest or injury as written in `library/agents/*.yaml`. */
export const agentSchema = z.strictObject({
  id: z.string().regex(/^[a-z][a-z-]*$/),
  name: z.string(),
  scientific: z.string().optional(),
  kind: z.enum(AGENT_KINDS),
  /**
   * Accepted names or genera it lives on first. A list is a prior and no gate: weather, injury, site and animals come to any tree and
   * only favour these, as does what is written to live on anything; the rest is met off its list as well, seldom.
   */
  hosts: z.array(z.string()),
  /** Whether it takes any tree and only favours its hosts; by its kind where it is not written. */
  range: z.enum(['anything', 'listed']).optional(),
  /** Where it is met less often. */
  alsoOn: z.array(z.string()).default([]),
  /** Kinds of a listed genus that it hardly touches. */
  spares: z.array(z.string()).default([]),
  signs: z
    .array(
      z.strictObject({
        sign: z.string(),
        kinds: z.array(z.string()).optional(),
        parts: z.array(z.string()).optional(),
        patterns: z.array(z.string()).optional(),
        lasting: z.array(z.string()).optional(),
        /** Zones in which it makes this sign; any when absent. */
        zones: z.array(z.enum(ZONES)).min(1).optional(),
        /** Height above ground at which it makes it, m. */
        height: z.strictObject({ over: z.number().optional(), under: z.number().optional() }).optional(),
        /** Width it makes, m. */
        width: z.strictObject({ over: z.number().optional(), under: z.number().optional() }).optional(),
        howOften: z.enum(FREQUENCIES),
        /** Northern hemisphere months in which this sign of it shows; the agent's for leaves and fruit bodies, all year for what lasts. */
        months: monthList.optional(),
      }),
    )
    .min(1),
  /** Regions it lives in (level 2 codes, as for taxa); everywhere when absent. */
  regions: z.array(regionCode).min(1).optional(),
  /** Stages of a tree at which it strikes first; any when absent. */
  strikes: z.array(z.enum(STAGES)).min(1).optional(),
  /** It is no answer unless one of these signs was seen: an injury whose only sure mark is missing did not happen. */
  requires: z.array(z.string()).min(1).optional(),
  /** Northern hemisphere months in which its passing signs show; all year when absent. */
  months: monthList.optional(),
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
  rots: z.enum(ROTS).optional(),
  /** What it calls for once it is likely, beyond what the scales say. */
  calls: z.array(z.strictObject({ do: z.enum(CALLABLE), because: sentenceText })).default([]),
  /** It can hurt whoever stands near, or be too late within days: said, and looked at, from a small chance on. */
  acute: z.boolean().default(false),
  /** What keeps people away from it at once, from which chance on, and who is called. */
  keepOut: z
    .strictObject({
      from: z.number().min(0).max(1),
      /** How far, m. */
      metres: z.number().positive().optional(),
      call: sentenceText,
      because: sentenceText,
    })
    .optional(),
  /** What whoever works at a tree that has it must know: who takes the sample, and what every cut needs. */
  handling: z
    .strictObject({ sampler: z.string().optional(), sample: z.array(z.string()).default([]), cut: z.array(z.string()).default([]) })
    .optional(),
  cautions: z.array(sentenceText),
  source: z.string(),
});
export type Agent = z.output<typeof agentSchema>;
