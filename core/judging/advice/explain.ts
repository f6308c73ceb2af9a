import { type Judgement, type Option, type ScreenedTarget, type Statement } from '../../record/judgement';
import type { Profile } from '../../record/organisation';
import { PRACTICE } from '../scales/statement';
import { OCCUPANCY_WORDS, PROFILE_WORDS, TARGET_WORDS } from '../../words/words';

// The statements of a judgement beside its scales, each with the rule that made it.

/** Why the outlook stands where it does. */
export const explainOutlook = (a: Pick<Judgement, 'outlook' | 'outlookBecause'>): Statement => ({
  says: `Outlook ${a.outlook}: ${a.outlookBecause}.`,
  rule: 'The shortest that vigour, soundness or an agent likelier than not allows; the person can set another.',
  evidence: `${a.outlookBecause}.`,
  source: PRACTICE,
});

/** Why somebody should come back by that day. */
export const explainComeBack = ({ comeBack }: Pick<Judgement, 'comeBack'>): Statement => ({
  says: `By ${comeBack.by}${comeBack.season ? `, in ${comeBack.season}` : ''}: ${comeBack.because}.`,
  rule: 'The shortest interval any reading asks for (vigour, soundness, decay, what is beneath, a worsening, sides unseen, the agent’s course), moved earlier into a season that settles what is open.',
  evidence: `${comeBack.because}.`,
  source: PRACTICE,
});

/** Why an option is offered, and why at its place. @param nth from 1 */
export const explainOption = (option: Option, nth: number, profile: Profile): Statement => ({
  says: option.because.join(' '),
  rule: `Offered because of what is said here; ${nth === 1 ? 'first' : `number ${nth}`} as ${PROFILE_WORDS[profile].toLowerCase()} ranks it.${option.needs.length > 0 ? ` Needs ${option.needs.join('; ')}.` : ''}`,
  evidence: option.because.join(' '),
  source: PRACTICE,
});

/** How the screening of one target came out, step by step. */
export const explainTarget = (target: ScreenedTarget): Statement => ({
  says: `${target.part}: failure ${target.failure}, impact ${target.impact}, so ${target.likelihood}; consequence ${target.consequence}: ${target.risk}.`.replace(
    /^./,
    (letter) => letter.toUpperCase(),
  ),
  rule: `Failure ${target.failure} by impact ${target.impact} is ${target.likelihood}; ${target.likelihood} by consequence ${target.consequence} is ${target.risk}. Impact follows how often something is beneath, failure the worst soundness rule on the part.`,
  evidence: `${target.because.join(' ')} (${TARGET_WORDS[target.what]}, ${OCCUPANCY_WORDS[target.howOften]})`,
  source: 'ISA Best Management Practices: Tree Risk Assessment (from memory)',
});
