import { NOT_JUDGED, type Band, type Judged, type Scale, type Statement } from '../../record/judgement';
import { signField, type FieldTest, type Library, type SignField } from '../../knowledge';
import { lengthInWords, type UnitSystem } from '../../units/lengths';
import type { CountedSign } from '../looked/carried';
import { BANDS, SCALE_WORDS } from './bands';
import { meets } from '../looked/field-test';
import { judgedAs } from './statement';
import { FINDING_WORDS } from '../../words/finding';
import { capital } from '../../words/listed';
import { signWords } from '../../words/words';
import { zoneWords } from '../../words/zones';

/** A statement with the place of its band on the scale. */
export interface Found {
  rank: number;
  statement: Statement;
}

/** A sentence as a clause: small first letter, no full stop. */
const clauseOf = (sentence: string) => `${sentence.charAt(0).toLowerCase()}${sentence.slice(1)}`.replace(/\.$/, '');

/** The limit of a rule with its unit. */
function limitWords(field: SignField, limit: number, units: UnitSystem): string {
  const { is } = signField(field);
  if (is === 'length') return lengthInWords(limit, units);
  return `${limit}${is === 'share' ? ' %' : is === 'angle' ? '°' : ''}`;
}

/** A rule's conditions in words: ", opening over 0.1 m, trend larger". */
const conditionWords = (when: Partial<Record<SignField, FieldTest>> | undefined, units: UnitSystem) =>
  Object.entries(when ?? {})
    .map(([field, test]) => {
      const parts = [
        ...(test.is ? [test.is.map((word) => word.replaceAll('-', ' ')).join(' or ')] : []),
        ...(test.over === undefined ? [] : [`over ${limitWords(field as SignField, test.over, units)}`]),
        ...(test.under === undefined ? [] : [`under ${limitWords(field as SignField, test.under, units)}`]),
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
      .map((rule) => ({ rank: (BANDS[scale] as readonly string[]).indexOf(rule.atLeast), rule }))
      .sort((a, b) => b.rank - a.rank)[0];
    if (!sign || !worst) return [];
    const { rule, rank } = worst;
    const seenWords = signWords(seen, units);
    const where = zoneWords(seen.zone);
    const { done, met } = FINDING_WORDS[sign.found];
    const found = capital(met);
    const then = seen.seenOn ? `, ${met} on ${seen.seenOn}` : '';
    return [
      {
        rank,
        statement: {
          says: `${sign.label}, ${where}${then}: ${rule.because}`,
          clause: `${clauseOf(rule.because)} (${sign.label.toLowerCase()}, ${where}${then})`,
          rule: `${sign.label}${conditionWords(rule.when, units)}: ${SCALE_WORDS[scale]} at least ${rule.atLeast}.`,
          evidence: `${found} at the ${where}${seen.seenOn ? ` on ${seen.seenOn}` : ''}${seenWords ? `: ${seenWords}` : ''}.${seen.seenOn ? ` Not ${done} this time.` : ''}`,
          source: sign.source,
        },
      },
    ];
  });
}

/** The band of the worst statement, with every statement, worst first. */
export function worstOf<S extends Scale>(scale: S, found: readonly Found[], notes: readonly Statement[]): Judged<S> {
  const sorted = [...found].sort((a, b) => b.rank - a.rank);
  const bands: readonly Band<S>[] = BANDS[scale];
  return judgedAs(bands[sorted[0]?.rank ?? 0] ?? NOT_JUDGED, [...sorted.map((f) => f.statement), ...notes]);
}
