/** One thing said in a judgement, with the rule that says it and what it rests on. */
export interface Statement {
  says: string;
  /** The same as a clause of a running sentence, where that reads better: "the hole is wider than a hand". */
  clause?: string;
  /** The rule in words, such as "Cavity, opening over 10 cm: soundness at least serious weakness". */
  rule: string;
  /** What was seen, measured or asked. */
  evidence: string;
  /** Where the rule comes from. */
  source: string;
}

/** A band on one scale with its reasons. */
export interface Judged {
  band: string;
  /** What each statement says, worst first. */
  reasons: string[];
  statements: Statement[];
  /** Set by the person against the rules: what the rules said, and why it was changed. */
  overruled?: { from: string; why: string };
}

/** A band with its statements; the reasons are what they say. */
export const judgedAs = (band: string, statements: readonly Statement[]): Judged => ({
  band,
  reasons: statements.map((statement) => statement.says),
  statements: [...statements],
});

export const PRACTICE = 'common practice, no source';
