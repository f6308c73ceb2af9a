import { signField, type Build, type FieldTest, type Sign, type SignField, type SignRule, type Zone } from '../../knowledge';
import type { Change, Scale, Statement } from '../../record/judgement';
import type { Drilling } from '../../record/measurement';
import type { SignSeen } from '../../record/sign';
import { lengthInWords, stemWords, treeWords, type UnitSystem } from '../../units/lengths';
import { FINDING_WORDS } from './finding';
import { capital, counted, open, percent, small } from './grammar';
import { SCALE_WORDS, signWords } from './labels';
import { SOURCES } from './sources';
import { zoneWords } from './zones';

const buildWords = (build: Build | null): string => build ?? 'tree of unknown kind';

const lookedAt = (zones: readonly Zone[]) =>
  zones.length > 0 ? `Looked at: ${zones.map(zoneWords).join(', ')}.` : 'No part of the crown was looked at.';

/** What a statement says where nothing was found, by the scale. */
const ALL_CLEAR = {
  soundness: 'Every stem side, the collar and the forks were looked at.',
  hiddenDecay: 'No pointer to decay on any stem side, the collar or the forks. A sound outside does not prove a sound inside.',
} as const;

/** The statements of the three scales: what each says, by which rule, from what evidence and source. */
export const scales = (units: UnitSystem) => {
  /** The limit of a rule with its unit. */
  function limitWords(field: SignField, limit: number): string {
    const { is } = signField(field);
    if (is === 'length') return lengthInWords(limit, units);
    return `${limit}${is === 'share' ? ' %' : is === 'angle' ? '°' : ''}`;
  }

  /** A rule's conditions: ", opening over 0.1 m, trend larger". */
  const conditionWords = (when: Partial<Record<SignField, FieldTest>> | undefined) =>
    Object.entries(when ?? {})
      .map(([field, test]) => {
        const parts = [
          ...(test.is ? [test.is.map((word) => word.replaceAll('-', ' ')).join(' or ')] : []),
          ...(test.over === undefined ? [] : [`over ${limitWords(field as SignField, test.over)}`]),
          ...(test.under === undefined ? [] : [`under ${limitWords(field as SignField, test.under)}`]),
        ];
        return `, ${field} ${parts.join(' and ')}`;
      })
      .join('');

  /** A line that was drilled, with the day where it was an earlier one. */
  const drilledAt = (line: Drilling, on: string | undefined) =>
    `${zoneWords(line.zone)}, at ${treeWords(line.height, units)}${on ? ` on ${on}` : ''}`;

  return {
    /** A rule of a sign that was met, today or on an earlier day. */
    ofSign({
      sign,
      rule,
      seen,
      on,
      scale,
    }: {
      sign: Sign;
      rule: SignRule;
      seen: SignSeen;
      on: string | undefined;
      scale: Scale;
    }): Statement {
      const details = signWords(seen, units);
      const where = zoneWords(seen.zone);
      const { done, met } = FINDING_WORDS[sign.found];
      const then = on ? `, ${met} on ${on}` : '';
      return {
        says: `${sign.label}, ${where}${then}: ${rule.because}`,
        clause: `${small(open(rule.because))} (${sign.label.toLowerCase()}, ${where}${then})`,
        rule: `${sign.label}${conditionWords(rule.when)}: ${SCALE_WORDS[scale]} at least ${rule.atLeast}.`,
        evidence: `${capital(met)} at the ${where}${on ? ` on ${on}` : ''}${details ? `: ${details}` : ''}.${on ? ` Not ${done} this time.` : ''}`,
        source: sign.source,
      };
    },

    /** What a live crown ratio says. @param limit share under which a crown of this build is short */
    crownRatio(
      at: 'failing' | 'weak' | 'short' | 'good',
      of: { ratio: number; height: number; crownBase: number; limit: number; build: Build | null },
    ): Statement {
      const limit = percent(of.limit);
      const [says, rule] = {
        failing: [': a fifth or less is a failing tree.', 'A fifth or less of the height in live crown: vigour at least failing.'],
        weak: [': about a third is weak.', 'About a third of the height in live crown: vigour at least strained.'],
        short: [`: short of ${limit}.`, `Under ${limit} for a ${buildWords(of.build)}: vigour at least fair.`],
        good: ['.', `${limit} and more is good for a ${buildWords(of.build)}.`],
      }[at] as [string, string];
      return {
        says: `Live crown ratio ${percent(of.ratio)}${says}`,
        rule,
        evidence: `Height ${treeWords(of.height, units)}, lowest live crown at ${treeWords(of.crownBase, units)}.`,
        source: SOURCES.crownRatio,
      };
    },

    /** What growth and decline over the years say of vigour. */
    ofChange(what: 'growth' | 'standstill' | 'height lost' | 'crown lost', change: Change): Statement {
      const rule = {
        growth: 'Growth beyond what the tape can differ by speaks for vigour.',
        standstill: 'No growth in four years or more on a tree that is not old: vigour at least fair.',
        'height lost': 'Height lost beyond what two readings can differ by: vigour at least strained.',
        'crown lost': 'Live crown lost on a grown tree: vigour at least strained.',
      }[what];
      return {
        says: change.says,
        ...(what === 'growth' ? { clause: 'its stem grows' } : {}),
        rule,
        evidence: `${change.points.length} readings, ${change.points[0]?.date} to ${change.points.at(-1)?.date}.`,
        source: SOURCES.repeats,
      };
    },

    /** Vigour where no rule speaks. @param seen parts of the crown that were looked at */
    vigourWithoutSigns(how: 'not judged' | 'thriving' | 'too little seen', seen: readonly Zone[]): Statement {
      const [says, rule] = {
        'not judged': ['The crown was neither looked at nor measured.', 'Vigour is judged from a crown that was looked at or measured.'],
        thriving: [
          'No sign of trouble in the crown that was looked at.',
          'Top looked at, and the rest looked at or measured, with nothing found: thriving.',
        ],
        'too little seen': [
          'No trouble seen, but too little of the crown was looked at to say more.',
          'Thriving needs the top, and the rest of the crown looked at or measured.',
        ],
      }[how] as [string, string];
      return { says, rule, evidence: lookedAt(seen), source: SOURCES.practice };
    },

    /** Soundness or hidden decay where no rule speaks. @param missing bearing parts nobody looked at */
    nothingFound(
      scale: keyof typeof ALL_CLEAR,
      clear: string,
      how: 'all seen' | 'partly seen' | 'not judged',
      missing: readonly Zone[],
    ): Statement {
      return {
        says: {
          'all seen': ALL_CLEAR[scale],
          'partly seen': 'Not every stem side, the collar and the forks were looked at.',
          'not judged': 'Neither stem, collar, forks, branches nor roots were looked at.',
        }[how],
        rule: `"${capital(clear)}" needs every stem side, the collar and the forks looked at.`,
        evidence: missing.length === 0 ? 'All ten were looked at.' : `Not looked at: ${missing.map(zoneWords).join(', ')}.`,
        source: SOURCES.practice,
      };
    },

    /** What height over diameter says. */
    slenderness(at: 'unstable' | 'worth a look', { ratio, height, dbh }: { ratio: number; height: number; dbh: number }): Statement {
      const [says, rule] = {
        unstable: ['over 100 a stem is too thin for its height.', 'Over 100: soundness at least weakness.'],
        'worth a look': ['over 50 a tree in the open deserves a look.', 'Over 50 in the open: look at it, no band.'],
      }[at] as [string, string];
      return {
        says: `Height over diameter ${ratio.toFixed(0)}: ${says}`,
        rule,
        evidence: `Height ${treeWords(height, units)}, diameter ${stemWords(dbh, units)}.`,
        source: SOURCES.slenderness,
      };
    },

    /**
     * What a drilled line says.
     * @param at no soft wood met; soft wood as a sign of decay; a shell thinner than `limit`; soft wood behind a shell
     * @param ratio sound shell over radius, where the girth is known
     */
    drilled(
      at: 'no soft wood' | 'decay' | 'thin shell' | 'soft wood',
      { line, on, ratio, limit }: { line: Drilling; on: string | undefined; ratio: number | null; limit: number },
    ): Statement {
      const where = drilledAt(line, on);
      const [says, rule] = {
        'no soft wood': [`The drill met no soft wood at the ${where}; beside its line nothing is known.`, 'One line never clears a stem.'],
        decay: [`The drill met soft wood at the ${where}.`, 'Soft wood on a drilled line: hidden decay likely.'],
        'thin shell': [
          `Sound shell over radius ${ratio?.toFixed(2)} at the ${where}: under ${limit} the wall is thin.`,
          `Shell over radius under ${limit}: soundness at least serious weakness.`,
        ],
        'soft wood': [
          `Soft wood at the ${where}${ratio === null ? '' : `; sound shell over radius ${ratio.toFixed(2)}`}.`,
          'Soft wood on a drilled line: soundness at least weakness.',
        ],
      }[at] as [string, string];
      return {
        says,
        rule,
        evidence: `Drilled at the ${where}: ${stemWords(line.shell, units)} of sound wood (± ${stemWords(line.plusMinus, units)}).${on ? ' Not drilled this time.' : ''}`,
        source: SOURCES.shell,
      };
    },

    rangClear: (sides: number): Statement => ({
      says: 'All eight sides rang clear under the mallet: no wide hollow near the bark at that height.',
      rule: 'A clear ring lowers nothing: roots, the foot below and deep decay stay unheard.',
      evidence: `${sides} sides sounded.`,
      source: SOURCES.practice,
    }),

    reachUnknown: (pointers: number): Statement => ({
      says: 'How far it reaches cannot be seen from outside.',
      rule: 'From outside decay can be suspected, not measured.',
      evidence: `${counted(pointers, 'pointer')}.`,
      source: SOURCES.practice,
    }),

    /** A band the person set against the rules. */
    setByObserver: ({ to, from, why }: { to: string; from: string; why: string }): Statement => ({
      says: `Set by the observer to ${to}: ${why}`,
      rule: `The rules say ${from}; a person at the tree may overrule them with a reason.`,
      evidence: why,
      source: SOURCES.observer,
    }),
  };
};
