import { CAUSE_CASES } from '../testing/practitioner/causes';
import { differences } from '../testing/practitioner/check';
import { SEVERAL_CASES } from '../testing/practitioner/several';
import { YEARS_CASES } from '../testing/practitioner/years';
import { RULE_CASES } from '../testing/practitioner/rules';
import { SAFETY_CASES } from '../testing/practitioner/safety';
import { SCREENING_CASES } from '../testing/practitioner/screening';
import { SECOND_CASES } from '../testing/practitioner/second';

describe('what a practitioner would say', () => {
  it.each(
    [...SAFETY_CASES, ...RULE_CASES, ...CAUSE_CASES, ...SCREENING_CASES, ...SECOND_CASES, ...YEARS_CASES, ...SEVERAL_CASES].map(
      (one) => [one.words, one] as const,
    ),
  )('%s', (_words, one) => expect(differences(one)).toEqual([]));
});
