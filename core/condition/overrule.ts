import type { Overrule } from '../contracts/record';
import { BANDS, SCALE_WORDS, type Scale } from './bands';
import type { Judged, Statement } from './statement';

/** What the person changed, kept beside what the rules said. */
export interface Overruled {
  what: Overrule['what'];
  from: string;
  to: string;
  why: string;
  /** The person's word is milder than the rules': a second pair of eyes should see it. */
  milder: boolean;
}

/** A scale as the person set it, with the rules' own reasons after theirs. A band the scale does not have is not taken. */
export function overruleScale(
  scale: Scale,
  judged: Judged,
  overrules: readonly Overrule[],
): { judged: Judged; overruled: Overruled | null } {
  const set = overrules.find((o) => o.what === scale);
  if (!set || set.to === judged.band || !BANDS[scale].includes(set.to)) return { judged, overruled: null };
  const statement: Statement = {
    says: `Set by the observer to ${set.to}: ${set.why}`,
    rule: `The rules say ${judged.band}; a person at the tree may overrule them with a reason.`,
    evidence: set.why,
    source: 'the observer',
  };
  const statements = [statement, ...judged.statements];
  const from = BANDS[scale].indexOf(judged.band);
  return {
    judged: { band: set.to, reasons: statements.map((s) => s.says), statements, overruled: { from: judged.band, why: set.why } },
    overruled: { what: scale, from: judged.band, to: set.to, why: set.why, milder: from >= 0 && BANDS[scale].indexOf(set.to) < from },
  };
}

/** What was overruled, in a sentence. */
export function overruledWords({ what, from, to, why }: Overruled): string {
  const name =
    what in SCALE_WORDS
      ? SCALE_WORDS[what as Scale]
      : { outlook: 'outlook', cause: 'cause', failure: 'likelihood of failure', comeBack: 'date', option: 'first option' }[
          what as Exclude<Overrule['what'], Scale>
        ];
  return `The rules say ${name} ${from}; I say ${to}: ${why.replace(/\.?$/, '.')}`;
}
