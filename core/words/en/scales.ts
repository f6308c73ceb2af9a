import {
  SIGN_FIELDS,
  signField,
  type Asked,
  type Build,
  type Conditions,
  type FieldTest,
  type ROTS,
  type Sign,
  type SignField,
  type SignRule,
  type WorkedOut,
  type Zone,
} from '../../knowledge';
import type { Change, Scale, Statement } from '../../record/judgement';
import type { Drilling } from '../../record/measurement';
import type { Unsaid } from '../../record/reading';
import type { SignSeen } from '../../record/sign';
import { lengthInWords, stemWords, treeWords, type UnitSystem } from '../../units/lengths';
import { FINDING_WORDS } from './finding';
import { capital, counted, listed, open, percent, small } from './grammar';
import { SCALE_WORDS, signWords } from './labels';
import { SOURCES } from './sources';
import { zoneWords } from './zones';
import { ratingWords } from './stored';
import { dayWords } from './months';

const buildWords = (build: Build | null): string => build ?? 'tree of unknown kind';

const lookedAt = (zones: readonly Zone[]) =>
  zones.length > 0 ? `Inspected: ${zones.map(zoneWords).join(', ')}.` : 'No part of the crown was inspected.';

/** The parts that bear the tree, the eight sides of the stem in one. */
const bearingWords = (zones: readonly Zone[], last: 'and' | 'or'): string =>
  listed(
    [
      ...(zones.some((zone) => zone.startsWith('stem-')) ? ['every stem side'] : []),
      ...zones.filter((zone) => !zone.startsWith('stem-')).map((zone) => `the ${zoneWords(zone)}`),
    ],
    last,
  );

/** Values a rule asks for that are worked out, as people say them. */
const WORKED_OUT_WORDS: Record<WorkedOut, { label: string; unit: string }> = {
  girthShare: { label: 'share of the girth', unit: '%' },
  crownLoss: { label: 'leaf lost against what is usual on its kind', unit: '%' },
  stemDiameters: { label: 'distance in stem diameters', unit: '' },
};

/** The statements of the three scales: what each says, by which rule, from what evidence and source. */
export const scales = (units: UnitSystem) => {
  const isField = (asked: Asked): asked is SignField => (SIGN_FIELDS as readonly string[]).includes(asked);
  /** What a rule asks for, as the form of the sign calls it. */
  const askedWords = (asked: Asked, sign?: Sign) =>
    isField(asked) ? (sign?.fields[asked]?.label ?? signField(asked).label).toLowerCase() : WORKED_OUT_WORDS[asked].label;

  /** The limit of a rule with its unit. */
  function limitWords(field: Asked, limit: number): string {
    if (!isField(field)) return `${limit}${WORKED_OUT_WORDS[field].unit}`;
    const { is } = signField(field);
    if (is === 'length') return lengthInWords(limit, units);
    return `${limit}${is === 'share' ? '%' : is === 'angle' ? '°' : ''}`;
  }

  /** A rule's conditions: ", opening over 0.1 m, trend larger". */
  const conditionWords = (when: Conditions | undefined) =>
    (Object.entries(when ?? {}) as [Asked, FieldTest][])
      .map(([field, test]) => {
        const parts = [
          ...(test.is ? [test.is.map((word) => word.replaceAll('-', ' ')).join(' or ')] : []),
          ...(test.over === undefined ? [] : [`over ${limitWords(field, test.over)}`]),
          ...(test.under === undefined ? [] : [`under ${limitWords(field, test.under)}`]),
        ];
        return `, ${askedWords(field)} ${parts.join(' and ')}`;
      })
      .join('');

  /** A line that was drilled, with the day where it was an earlier one. */
  const drilledAt = (line: Drilling, on: string | undefined) =>
    `${zoneWords(line.zone)}, at ${treeWords(line.height, units)}${on ? ` on ${dayWords(on)}` : ''}`;

  /** "size not written down, counted as large". */
  const unsaidWords = ({ asked, as }: Unsaid, sign: Sign): string =>
    asked === 'limb'
      ? 'diameter of the limb not written down, counted as a large one'
      : asked === 'dbh'
        ? `diameter of the stem not measured, held against a thin one of ${stemWords(Number(as), units)}`
        : `${askedWords(asked, sign)} not written down, counted as ${typeof as === 'number' ? limitWords(asked, as) : as.replaceAll('-', ' ')}`;

  return {
    /** What nobody wrote down of a sign, and what it counts as until somebody does. */
    unsaid: (sign: Sign, zone: Zone, unsaid: readonly Unsaid[]): string =>
      `${sign.label}, ${zoneWords(zone)}: ${listed(unsaid.map((one) => unsaidWords(one, sign)))}.`,

    /** A rule of a sign that was met, today or on an earlier day. */
    ofSign({
      sign,
      rule,
      seen,
      on,
      readOn,
      scale,
      unsaid,
    }: {
      sign: Sign;
      rule: SignRule;
      seen: SignSeen;
      on: string | undefined;
      /** Day of the reading it rests on, where that is another. */
      readOn: string | undefined;
      scale: Scale;
      unsaid: readonly Unsaid[];
    }): Statement {
      const details = signWords(seen, units);
      const where = zoneWords(seen.zone);
      const { met } = FINDING_WORDS[sign.found];
      const then = on ? `, ${met} on ${dayWords(on)}` : '';
      return {
        says: `${sign.label}, ${where}${then}: ${rule.because}`,
        clause: `${small(open(rule.because))} (${sign.label.toLowerCase()}, ${where}${then})`,
        rule: `${sign.label}${conditionWords(rule.when)}: ${SCALE_WORDS[scale]} at least ${ratingWords(rule.atLeast)}.`,
        evidence: `${capital(met)} at the ${where}${on ? ` on ${dayWords(on)}` : ''}${details ? `: ${details}` : ''}.${on ? ' Not mentioned this time.' : ''}${readOn ? ` As read on ${dayWords(readOn)}.` : ''}${unsaid.length > 0 ? ` ${capital(listed(unsaid.map((one) => unsaidWords(one, sign))))}.` : ''}`,
        source: rule.source ?? sign.source,
      };
    },

    /** What a live crown ratio says. @param limit share under which a crown of this build is short */
    crownRatio(
      at: 'failing' | 'weak' | 'short' | 'good',
      of: { ratio: number; height: number; crownBase: number; limit: number; build: Build | null; ofItsOwn: boolean },
    ): Statement {
      const limit = percent(of.limit);
      const evidence = `Height ${treeWords(of.height, units)}, lowest live crown at ${treeWords(of.crownBase, units)}.`;
      if (of.ofItsOwn) {
        const [words, band] = {
          failing: [`: less than half of the ${limit} that is usual on its kind.`, ': vigour at least failing.'],
          weak: [`: well short of the ${limit} that is usual on its kind.`, ': vigour at least strained.'],
          short: [`: short of the ${limit} that is usual on its kind.`, ': vigour at least fair.'],
          good: ['.', ' is good for this kind.'],
        }[at] as [string, string];
        return {
          says: `Live crown ratio ${percent(of.ratio)}${words}`,
          rule:
            at === 'good'
              ? `${limit} and more${band}`
              : `Under ${at === 'short' ? limit : at === 'weak' ? `two thirds of ${limit}` : `two fifths of ${limit}`}${band}`,
          evidence,
          source: SOURCES.practice,
        };
      }
      const [says, rule] = {
        failing: [': a fifth or less is a failing tree.', 'A fifth or less of the height in live crown: vigour at least failing.'],
        weak: [': about a third is weak.', 'About a third of the height in live crown: vigour at least strained.'],
        short: [`: short of ${limit}.`, `Under ${limit} for a ${buildWords(of.build)}: vigour at least fair.`],
        good: ['.', `${limit} and more is good for a ${buildWords(of.build)}.`],
      }[at] as [string, string];
      return {
        says: `Live crown ratio ${percent(of.ratio)}${says}`,
        rule,
        evidence,
        source: SOURCES.crownRatio,
      };
    },

    /** A crown ratio that the saw explains. */
    crownLifted: (of: { ratio: number; height: number; crownBase: number }): Statement => ({
      says: `Live crown ratio ${percent(of.ratio)}: the crown was pruned to this. It does not show vigour.`,
      rule: 'A crown ratio counts against a tree only where its lower crown was not cut away.',
      evidence: `Height ${treeWords(of.height, units)}, lowest live crown at ${treeWords(of.crownBase, units)}; pruning was recorded.`,
      source: SOURCES.practice,
    }),

    /** What growth and decline over the years say of vigour. */
    ofChange(what: 'growth' | 'standstill' | 'height lost' | 'crown lost' | 'height cut' | 'crown cut', change: Change): Statement {
      const rule = {
        growth: 'Growth beyond what the tape can differ by speaks for vigour.',
        standstill: 'No growth in four years or more on a tree that is not old: vigour at least fair.',
        'height lost': 'Height lost beyond what two readings can differ by, and nobody wrote that it was cut: vigour at least fair.',
        'crown lost': 'Live crown lost on a grown tree, and nobody wrote that it was cut: vigour at least fair.',
        'height cut': 'Height that was cut is no decline.',
        'crown cut': 'Crown that was cut away is no decline.',
      }[what];
      const asked =
        what === 'height lost' || what === 'crown lost'
          ? ' Was it pruned? No pruning is recorded.'
          : what.endsWith(' cut')
            ? ' It was pruned.'
            : '';
      return {
        says: `${change.says}${asked}`,
        ...(what === 'growth' ? { clause: 'its stem grows' } : {}),
        rule,
        evidence: `${change.points.length} readings, ${change.points[0]?.date} to ${change.points.at(-1)?.date}.`,
        source: SOURCES.repeats,
      };
    },

    /** Vigour where no rule speaks. @param seen parts of the crown that were looked at */
    vigourWithoutSigns(how: 'not judged' | 'thriving' | 'too little seen' | 'bare', seen: readonly Zone[]): Statement {
      const [says, rule] = {
        'not judged': ['The crown was neither inspected nor measured.', 'Vigour is assessed from a crown that was inspected or measured.'],
        thriving: [
          'No signs in the parts of the crown inspected.',
          'Top inspected, and the rest inspected or measured, with nothing found: good.',
        ],
        bare: ['No signs in the leafless crown. Crown density can only be seen in leaf.', 'Good vigour can only be rated in leaf.'],
        'too little seen': [
          'No signs seen, but too little of the crown was inspected.',
          'Good vigour needs the top, and the rest of the crown inspected or measured.',
        ],
      }[how] as [string, string];
      return { says, rule, evidence: lookedAt(seen), source: SOURCES.practice };
    },

    /** Soundness or hidden decay where no rule speaks. @param bearing the parts that bear the tree, and those of them nobody saw */
    nothingFound(
      scale: 'soundness' | 'hiddenDecay',
      clear: string,
      how: 'all seen' | 'partly seen' | 'not judged',
      bearing: { all: readonly Zone[]; unseen: readonly Zone[] },
    ): Statement {
      const allOf = bearingWords(bearing.all, 'and');
      const clearOf =
        scale === 'soundness'
          ? `${capital(allOf)} were inspected.`
          : `No pointer to decay on ${bearingWords(bearing.all, 'or')}. A sound outside does not prove a sound inside.`;
      return {
        says: {
          'all seen': clearOf,
          'partly seen': `Some structural parts were not inspected: the ${listed(bearing.unseen.map(zoneWords), 'or')}.`,
          'not judged': 'The stem, collar, unions, branches and roots were not inspected.',
        }[how],
        rule: `"${capital(clear)}" needs ${allOf} inspected.`,
        evidence:
          bearing.unseen.length === 0
            ? `All ${bearing.all.length} were inspected.`
            : `Not inspected: ${bearing.unseen.map(zoneWords).join(', ')}.`,
        source: SOURCES.practice,
      };
    },

    /** What a dead or failing crown says of how the tree holds together. */
    ofVigour: (vigour: string, band: string): Statement => ({
      says:
        vigour === 'dead'
          ? 'A dead tree drops its branches, then its stem. The time cannot be predicted.'
          : 'A declining tree dries out and drops its limbs.',
      rule: `Vigour ${ratingWords(vigour)}: structure at least ${ratingWords(band)}.`,
      evidence: `Vigour: ${ratingWords(vigour)}.`,
      source: SOURCES.practice,
    }),

    /** What a settled sign leaves of vigour. */
    leftBySettled: (seen: SignSeen, band: string, why: string): Statement => ({
      says: why,
      rule: `Settled and usual on its kind and age: vigour at least ${ratingWords(band)}.`,
      evidence: `Seen at the ${zoneWords(seen.zone)}, the same as before.`,
      source: SOURCES.practice,
    }),

    /** What speaks for the tree. */
    speaksFor: (sign: Sign, seen: SignSeen, because: string): Statement => ({
      says: `In its favour: ${sign.label.toLowerCase()}, ${zoneWords(seen.zone)}: ${small(because)}`,
      clause: small(open(because)),
      rule: 'A sign in favour of the tree can lengthen its outlook and move the date. It never improves the structure rating.',
      evidence: `${capital(FINDING_WORDS[sign.found].met)} at the ${zoneWords(seen.zone)}.`,
      source: sign.source,
    }),
    unchanged: 'Unchanged since last time.',

    /** What several serious faults at one part come to. */
    addedUp: (part: 'base' | 'stem' | 'union', labels: readonly string[]): Statement => ({
      says: `${counted(labels.length, 'serious defect')} at the ${part}: together they are more than the worst of them.`,
      rule: 'Three or more serious defects at one part: structure at least act now.',
      evidence: `${capital(listed(labels.map((label) => label.toLowerCase())))}.`,
      source: SOURCES.practice,
    }),

    /** A slender tree whose shelter has gone. */
    edgeTree: ({ ratio, height, dbh }: { ratio: number; height: number; dbh: number }, band: string): Statement => ({
      says: `Height over diameter ${ratio.toFixed(0)} on a newly exposed tree: it did not grow up in this wind.`,
      rule: `Newly exposed and over 80: structure at least defect. Over 100: at least serious defect. Here ${ratingWords(band)}.`,
      evidence: `Height ${treeWords(height, units)}, diameter ${stemWords(dbh, units)}.`,
      source: SOURCES.practice,
    }),

    /** What height over diameter says. */
    slenderness(at: 'unstable' | 'worth a look', { ratio, height, dbh }: { ratio: number; height: number; dbh: number }): Statement {
      const [says, rule] = {
        unstable: ['over 100 the stem is too slender for its height.', 'Over 100: structure at least defect.'],
        'worth a look': ['over 50 in the open, inspect the tree.', 'Over 50 in the open: look at it, no band.'],
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
     * @param at no soft wood met; soft wood as a sign of decay; a shell thinner than `limit`, hardly or thinly; one at the foot that cannot be held against a radius; soft wood behind a shell
     * @param ratio sound shell over radius, where the girth is known
     */
    drilled(
      at: 'no soft wood' | 'decay' | 'hardly a wall' | 'thin shell' | 'wall not known' | 'soft wood',
      { line, on, ratio, limit }: { line: Drilling; on: string | undefined; ratio: number | null; limit: number },
    ): Statement {
      const where = drilledAt(line, on);
      const [says, rule] = {
        'no soft wood': [
          `The drill found no soft wood at the ${where}. Wood beside the drill line is not known.`,
          'One line never clears a stem.',
        ],
        decay: [`The drill met soft wood at the ${where}.`, 'Soft wood on a drilled line: hidden decay likely.'],
        'thin shell': [
          `Sound shell over radius ${ratio?.toFixed(2)} at the ${where}: under ${limit} the wall is thin.`,
          `Shell over radius under ${limit}: structure at least serious defect.`,
        ],
        'hardly a wall': [
          `Sound shell over radius ${ratio?.toFixed(2)} at the ${where}: under ${limit} very little wall is left.`,
          `Shell over radius under ${limit}: soundness act first.`,
        ],
        'wall not known': [
          `Soft wood at the ${where}. The stem is wider here than at breast height. Measure it here to rate the wall.`,
          'Soft wood at the foot with no diameter taken there: structure at least serious defect.',
        ],
        'soft wood': [
          `Soft wood at the ${where}${ratio === null ? '' : `; sound shell over radius ${ratio.toFixed(2)}`}.`,
          'Soft wood on a drilled line: structure at least defect.',
        ],
      }[at] as [string, string];
      return {
        says,
        rule,
        evidence: `Drilled at the ${where}: ${stemWords(line.shell, units)} of sound wood (± ${stemWords(line.plusMinus, units)}).${on ? ' Not drilled this time.' : ''}`,
        source: SOURCES.shell,
      };
    },

    /** @param loss share of bending strength; @param opening share of the girth, both 0 to 1 */
    strengthLost: (line: Drilling, loss: number, opening: number): Statement => ({
      says: `With an opening over ${percent(opening)} of the girth the stem has lost about ${percent(loss)} of its strength.`,
      rule: 'Loss by Smiley and Fraedrich over a third: structure at least serious defect; over 60%: act now. For a round hollow in the middle; an odd one is worse.',
      evidence: `Drilled at the ${zoneWords(line.zone)}: ${stemWords(line.shell, units)} of sound wood; an opening on the same side.`,
      source: SOURCES.loss,
    }),

    rangClear: (sides: number): Statement => ({
      says: 'All eight sides sounded clear: no wide hollow near the bark at that height.',
      rule: 'A clear sound never lowers a rating. It cannot detect decay in the roots, at the base or deep inside.',
      evidence: `${sides} sides sounded.`,
      source: SOURCES.practice,
    }),

    /** What the fungus that is likely behind it rots. */
    rots: (name: string, where: (typeof ROTS)[number], source: string): Statement => ({
      says: `Most likely ${small(name)}: ${
        {
          roots: 'it decays the roots; the whole tree can fall.',
          foot: 'it decays the base; the whole tree can snap or fall there.',
          stem: 'it decays the stem, which can break part way up.',
          limbs: 'it decays limbs, which can break there.',
        }[where]
      }`,
      rule: 'What a likely fungus rots says what would come down; how bad it is, its look and place have said already.',
      evidence: 'The signs it was named by.',
      source,
    }),

    reachUnknown: (pointers: number): Statement => ({
      says: 'The extent cannot be seen from outside.',
      rule: 'From outside decay can be suspected, not measured.',
      evidence: `${counted(pointers, 'pointer')}.`,
      source: SOURCES.practice,
    }),

    /** A band the person set against the rules. */
    setByObserver: ({ to, from, why }: { to: string; from: string; why: string }): Statement => ({
      says: `Set by the inspector to ${ratingWords(to)}: ${why}`,
      rule: `The calculated value is ${ratingWords(from)}. The inspector can change it with a reason.`,
      evidence: why,
      source: SOURCES.observer,
    }),
    /** Set on an earlier visit. @param on ISO date */
    setBefore: ({ to, from, why, on }: { to: string; from: string; why: string; on: string }): Statement => ({
      says: `Set to ${to} on ${dayWords(on)}: ${why}`,
      rule: `Calculated: ${ratingWords(from)}; what a person set holds until a later visit says otherwise and a reviewer agrees.`,
      evidence: why,
      source: SOURCES.observer,
    }),
  };
};
