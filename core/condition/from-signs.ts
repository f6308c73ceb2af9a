import type { FieldTest, Library, SignField } from '../knowledge';
import { lengthInWords, type UnitSystem } from '../measure/words';
import type { CountedSign } from './carried';
import { BANDS, NOT_JUDGED, SCALE_WORDS, type Scale } from './bands';
import { meets } from './field-test';
import { judgedAs, type Judged, type Statement } from './statement';
import { signWords } from './words';
import { zoneWords } from './zones';

/** A statement with the place of its band on the scale. */
export interface Found {
  rank: number;
  statement: Statement;
}

/** A sentence as a clause: small first letter, no full stop. */
const clauseOf = (sentence: string) => `${sentence.charAt(0).toLowerCase()}${sentence.slice(1)}`.replace(/\.$/, '');

const FIELD_UNITS: Partial<Record<SignField, string>> = { percent: ' %', cover: ' %', angle: '°' };
const LENGTHS: readonly string[] = ['height', 'width', 'length', 'depth', 'opening'] satisfies SignField[];

/** The limit of a rule with its unit. */
const limitWords = (field: string, limit: number, units: UnitSystem) =>
  LENGTHS.includes(field) ? lengthInWords(limit, units) : `${limit}${FIELD_UNITS[field as SignField] ?? ''}`;

/** A rule's conditions in words: ", opening over 0.1 m, trend larger". */
const conditionWords = (when: Partial<Record<SignField, FieldTest>> | undefined, units: UnitSystem) =>
  Object.entries(when ?? {})
    .map(([field, test]) => {
      const parts = [
        ...(test.is ? [test.is.map((word) => word.replaceAll('-', ' ')).join(' or ')] : []),
        ...(test.over === undefined ? [] : [`over ${limitWords(field, test.over, units)}`]),
        ...(test.under === undefined ? [] : [`under ${limitWords(field, test.under, units)}`]),
      ];
      return `, ${field} ${parts.join(' and ')}`;
    })
    .join('');

/** What the rules of the signs say on one scale; the worst holds, every sign that speaks is a reason. */
export function fromSigns(library: Library, scale: Scale, signs: readonly CountedSign[], units: UnitSystem = 'metric'): Found[] {
  return signs.flatMap((seen): Found[] => {
    const sign = library.signs.find((s) => s.id === seen.id);
    const worst = (sign?.rules ?? [])
      .filter((rule) => rule.scale === scale && meets(seen, rule.when))
      .map((rule) => ({ rank: BANDS[scale].indexOf(rule.atLeast), rule }))
      .sort((a, b) => b.rank - a.rank)[0];
    if (!sign || !worst) return [];
    const { rule, rank } = worst;
    const seenWords = signWords(seen, units);
    const where = zoneWords(seen.zone);
    const [found, looked] = sign.found === 'sound' ? ['Heard', 'sounded'] : ['Seen', 'looked at'];
    const then = seen.seenOn ? `, ${found.toLowerCase()} on ${seen.seenOn}` : '';
    return [
      {
        rank,
        statement: {
          says: `${sign.label}, ${where}${then}: ${rule.because}`,
          clause: `${clauseOf(rule.because)} (${sign.label.toLowerCase()}, ${where}${then})`,
          rule: `${sign.label}${conditionWords(rule.when, units)}: ${SCALE_WORDS[scale]} at least ${rule.atLeast}.`,
          evidence: `${found} at the ${where}${seen.seenOn ? ` on ${seen.seenOn}` : ''}${seenWords ? `: ${seenWords}` : ''}.${seen.seenOn ? ` Not ${looked} this time.` : ''}`,
          source: sign.source,
        },
      },
    ];
  });
}

/** The band of the worst statement, with every statement, worst first. */
export function worstOf(scale: Scale, found: readonly Found[], notes: readonly Statement[]): Judged {
  const sorted = [...found].sort((a, b) => b.rank - a.rank);
  return judgedAs(BANDS[scale][sorted[0]?.rank ?? 0] ?? NOT_JUDGED, [...sorted.map((f) => f.statement), ...notes]);
}
