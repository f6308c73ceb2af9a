import { z } from 'zod';
import { HIDDEN_DECAY, OPTIONS, SOUNDNESS, VIGOUR, WAYS_TO_FIND, ZONES } from '../knowledge';
import { SEASONS } from '../time/season';
import { isoDate } from './ids';
import { OCCUPANCIES, OVERRULED, TARGETS, WORKS } from './look';
import { ROOT_STANDARDS } from './organisation';

// A judgement as it travels and is kept. The computation writes these types, server and screens read them; there is no other.

/** Said where nothing bad was seen but not all was looked at. */
export const PARTIAL = {
  soundness: 'no weakness seen on what was looked at',
  hiddenDecay: 'none suspected on what was looked at',
} as const;
export const NOT_JUDGED = 'not judged';

/** Every word each scale may end in, the best first; not judged last. */
export const SCALE_BANDS = {
  vigour: [...VIGOUR, NOT_JUDGED],
  soundness: [SOUNDNESS[0], PARTIAL.soundness, ...SOUNDNESS.slice(1), NOT_JUDGED] as (
    (typeof SOUNDNESS)[number] | typeof PARTIAL.soundness | typeof NOT_JUDGED
  )[],
  hiddenDecay: [HIDDEN_DECAY[0], PARTIAL.hiddenDecay, ...HIDDEN_DECAY.slice(1), NOT_JUDGED] as (
    (typeof HIDDEN_DECAY)[number] | typeof PARTIAL.hiddenDecay | typeof NOT_JUDGED
  )[],
} as const;
export type Scale = keyof typeof SCALE_BANDS;
/** The words of one scale. */
export type Band<S extends Scale = Scale> = (typeof SCALE_BANDS)[S][number];
export const SCALES = ['vigour', 'soundness', 'hiddenDecay'] as const satisfies readonly Scale[];

const sentence = z.string().max(2000);
const sentences = z.array(sentence).max(400);
const word = z.string().max(200);

/** One thing said in a judgement, with the rule that says it and what it rests on. */
const statement = z.strictObject({
  says: sentence,
  /** The same as a clause of a running sentence, where that reads better: "the hole is wider than a hand". */
  clause: sentence.optional(),
  /** The rule in words, such as "Cavity, opening over 10 cm: soundness at least serious weakness". */
  rule: sentence,
  /** What was seen, measured or asked. */
  evidence: sentence,
  /** Where the rule comes from. */
  source: sentence,
});
export type Statement = z.infer<typeof statement>;

/** A band on one scale with its reasons. */
const judgedOn = <S extends Scale>(scale: S) =>
  z.strictObject({
    band: z.enum(SCALE_BANDS[scale] as unknown as [Band<S>, ...Band<S>[]]),
    /** What each statement says, worst first. */
    reasons: sentences,
    statements: z.array(statement).max(400),
    /** Set by a person against the rules: what the rules said, why it was changed, and on which day where that was an earlier visit. */
    overruled: z.strictObject({ from: word, why: sentence, on: isoDate.optional() }).optional(),
  });
/** A band with its reasons, as far as the scale is known. */
export interface Judged<S extends Scale = Scale> {
  band: Band<S>;
  reasons: string[];
  statements: Statement[];
  overruled?: { from: string; why: string; on?: string | undefined } | undefined;
}

const agentLikelihood = z.strictObject({
  /** Agent id, `cause unknown` or `normal for this tree`. */
  agent: word,
  name: word,
  /** 0 to 1; sums to 1 over all, those under 2 % are left out. */
  probability: z.number().min(0).max(1),
  because: sentences,
});
export type AgentLikelihood = z.infer<typeof agentLikelihood>;

const nextSign = z.strictObject({
  sign: word,
  label: word,
  hint: sentence,
  zones: z.array(z.enum(ZONES)),
  found: z.enum(WAYS_TO_FIND),
  /** Expected information, bits. */
  bits: z.number(),
  /** The causes it splits: those that would show it, and those that would not, likeliest first. */
  shownBy: z.array(word),
  notBy: z.array(word),
});
/** A sign worth looking for, to tell what is behind the ones seen. */
export type NextSign = z.infer<typeof nextSign>;

export const OUTLOOKS = ['long-term', 'decades', 'five to ten years', 'short', 'dead'] as const;
const outlook = z.enum([...OUTLOOKS, NOT_JUDGED]);
export type Outlook = z.infer<typeof outlook>;
/** The same in years, as retention and useful life are told in the trade. */
export const SPANS = ['40 years and more', '20 to 40 years', '10 to 20 years', 'under 10 years', 'dead'] as const;

const option = z.strictObject({
  do: z.enum(OPTIONS),
  because: sentences,
  /** Conditions and who may do it. */
  needs: sentences,
  /** When it should be done by, and who may do it; a judgement of before they were said has neither. */
  by: isoDate.optional(),
  who: word.optional(),
});
export type Option = z.infer<typeof option>;

export const FAILURES = ['improbable', 'possible', 'probable', 'imminent'] as const;
export const IMPACTS = ['very low', 'low', 'medium', 'high'] as const;
export const COMBINED = ['unlikely', 'somewhat likely', 'likely', 'very likely'] as const;
export const CONSEQUENCES = ['negligible', 'minor', 'significant', 'severe'] as const;
export const RISKS = ['low', 'moderate', 'high', 'extreme'] as const;
/** What could come down. */
export const PARTS = ['whole tree or stem', 'large branch', 'small branch'] as const;

const screenedTarget = z.strictObject({
  what: z.enum(TARGETS),
  howOften: z.enum(OCCUPANCIES),
  part: z.enum(PARTS),
  failure: z.enum(FAILURES),
  impact: z.enum(IMPACTS),
  likelihood: z.enum(COMBINED),
  consequence: z.enum(CONSEQUENCES),
  risk: z.enum(RISKS),
  because: sentences,
});
/** One part over one thing beneath. */
export type ScreenedTarget = z.infer<typeof screenedTarget>;

const screening = z.strictObject({
  /** The worst of the targets. */
  risk: z.enum(RISKS),
  targets: z.array(screenedTarget).max(40),
  /** What would stay once something was done. */
  after: z
    .array(z.strictObject({ do: z.enum(OPTIONS), risk: z.enum(RISKS) }))
    .max(10)
    .default([]),
  method: sentence,
  /** What the screening cannot say. */
  limits: sentences,
});
export type Screening = z.output<typeof screening>;

export const WORKS_PLACES = ['outside the root zone', 'inside the root zone', 'at the roots that hold the tree'] as const;
/** Where works stand on the day of a look. */
export const WORKS_MOMENTS = ['ahead', 'not dated', 'under way', 'done'] as const;
const worksAnswer = z.strictObject({
  kind: z.enum(WORKS),
  /** m from the stem */
  distance: z.number().nonnegative(),
  where: z.enum(WORKS_PLACES),
  /** Share of the root zone beyond a straight edge at that distance, 0 to 1. */
  share: z.number().min(0).max(1),
  says: sentence,
  needs: sentences,
  /** How they stand on the day of the look; a judgement of before they had dates has none. */
  moment: z.enum(WORKS_MOMENTS).optional(),
  begins: isoDate.optional(),
  ends: isoDate.optional(),
  /** ISO date on which they were last named, where that was an earlier look. */
  saidOn: isoDate.optional(),
});
/** Works near the tree against its root zone. */
export type WorksAnswer = z.infer<typeof worksAnswer>;

const worksJudged = z.strictObject({
  standard: z.enum(ROOT_STANDARDS),
  /** m */
  radius: z.number().nonnegative(),
  structuralRadius: z.number().nonnegative(),
  /** Whether the structural radius is the standard's own or borrowed from AS 4970. */
  structuralFrom: z.enum(['the standard', 'AS 4970']),
  works: z.array(worksAnswer).max(80),
});
export type WorksJudged = z.infer<typeof worksJudged>;

const trend = z.strictObject({
  perYear: z.number(),
  low: z.number(),
  high: z.number(),
  real: z.boolean(),
  years: z.number(),
  readings: z.number().int(),
});

export const COURSES = ['worse', 'better', 'steady', 'one reading', 'not found again'] as const;
const change = z.strictObject({
  what: z.enum(['dbh', 'height', 'crown-ratio', 'sign']),
  label: word,
  /** For a sign: which, where, and the key it has on the newest look that saw it. */
  sign: word.optional(),
  zone: z.enum(ZONES).optional(),
  key: word.optional(),
  field: word,
  /** m, percent for shares, or degrees. */
  unit: z.enum(['m', '%', '°']),
  points: z.array(z.strictObject({ date: isoDate, value: z.number() })).max(400),
  trend: trend.nullable(),
  course: z.enum(COURSES),
  /** When the place was looked at and the sign was not there yet, or no longer; by what finds it. */
  clearBefore: isoDate.nullable(),
  clearSince: isoDate.nullable(),
  /** In a sentence. */
  says: sentence,
});
/** How one thing changed over the looks at a tree. */
export type Change = z.infer<typeof change>;

const overruled = z.strictObject({
  what: z.enum(OVERRULED),
  from: word,
  to: word,
  why: sentence,
  /** The person's word is milder than the rules': a second pair of eyes should see it. */
  milder: z.boolean(),
  /** ISO date of the earlier visit at which a person set what this would make milder: only a reviewer takes that back. */
  since: isoDate.optional(),
});
/** What the person changed, kept beside what the rules said. */
export type Overruled = z.infer<typeof overruled>;

const comeBack = z.strictObject({
  by: isoDate,
  because: z.string().max(1000),
  /** The season that day falls in; none in the tropics, or where nobody knows the latitude. */
  season: z.enum(SEASONS).nullable(),
});
export type ComeBack = z.infer<typeof comeBack>;

/** The judgement of one look at one tree; the answer of `dendrix assess`. */
export const judgement = z.strictObject({
  vigour: judgedOn('vigour'),
  soundness: judgedOn('soundness'),
  hiddenDecay: judgedOn('hiddenDecay'),
  lookedAt: z.strictObject({
    percent: z.number().int().min(0).max(100),
    unseen: z.array(z.enum(ZONES)).max(ZONES.length),
    cannotSay: sentences,
  }),
  /** Signs set aside as normal for this tree, with the reason; they stay in the record. */
  normalHere: z.array(z.strictObject({ sign: word, zone: z.enum(ZONES), why: sentence })).max(400),
  agents: z.array(agentLikelihood).max(100),
  /** Which sign to look for next, to tell what is behind the ones seen. */
  lookNext: z.array(nextSign).max(20),
  outlook,
  /** In years; not said where nothing was judged, nor in a judgement of before it was. */
  outlookSpan: z.enum(SPANS).nullable().default(null),
  outlookBecause: sentence,
  options: z.array(option).max(20),
  /** The two published matrices of tree risk assessment; null while nobody said what is beneath. */
  screening: screening.nullable(),
  works: worksJudged.nullable(),
  /** Growth and decline over the looks at this tree; empty on the first. */
  changes: z.array(change).max(400),
  /** What the person changed against the rules, with the reason. */
  overruled: z.array(overruled).max(20),
  /** What the rules say by themselves, before anybody overruled them: a second pair of eyes weighs by it. */
  ruled: z.strictObject({
    vigour: z.enum(SCALE_BANDS.vigour),
    soundness: z.enum(SCALE_BANDS.soundness as unknown as [Band<'soundness'>, ...Band<'soundness'>[]]),
    hiddenDecay: z.enum(SCALE_BANDS.hiddenDecay as unknown as [Band<'hiddenDecay'>, ...Band<'hiddenDecay'>[]]),
    risk: z.enum(RISKS).nullable(),
    comeBack: isoDate,
  }),
  comeBack,
  cautions: sentences,
  /** The judgement as a colleague would write it. */
  note: z.string().max(20_000),
});
export type Judgement = z.infer<typeof judgement>;
