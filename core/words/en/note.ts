import { genusOf, STEM_SIDES, type Stage, type Zone } from '../../knowledge';
import { NOT_JUDGED, PARTIAL, type Judged, type Judgement, type Overruled, type Scale, type Screening } from '../../record/judgement';
import type { AgentLikelihood, ComeBack, NextSign, Option } from '../../record/judgement';
import type { SignSeen } from '../../record/sign';
import type { UnitSystem } from '../../units/lengths';
import { causes } from './causes';
import { capital, listed, open, small, stop } from './grammar';
import { OVERRULED_WORDS, SCALE_WORDS, signWords, TARGET_WORDS } from './labels';
import { optionWords, ratingWords } from './stored';
import { sideWords, zoneWords } from './zones';
import { dayWords } from './months';

const SAYS: Record<Scale, Record<string, string>> = {
  vigour: {
    thriving: 'It is growing well',
    fair: 'Its growth is fair',
    strained: 'It is stressed',
    failing: 'It is declining',
    dead: 'It is dead',
    [NOT_JUDGED]: 'Vigour was not assessed',
  },
  soundness: {
    'no weakness seen': 'I inspected all sides and saw no defect',
    [PARTIAL.soundness]: 'I saw no defect on the parts I inspected',
    weakness: 'It has a defect',
    'serious weakness': 'It has a serious defect',
    'act first': 'It needs urgent action',
    [NOT_JUDGED]: 'Structure was not assessed',
  },
  hiddenDecay: {
    possible: 'There may be hidden decay. Its extent cannot be seen from outside.',
    likely: 'Internal decay is likely. Its extent cannot be seen from outside.',
  },
};

/** An option as the end of "First I would …". */
/** A rating or an option as people read it. */
const shown = (word: string) => optionWords(ratingWords(word));

const STAGE_SAYS: Record<Stage, string> = { young: 'a young tree', mature: 'a mature tree', old: 'an old (veteran) tree' };
const SIDES_IN_WORDS = ['one side', 'two sides', 'three sides', 'four sides', 'five sides', 'six sides', 'seven sides'];

/** The parts nobody looked at, the stem's sides in one: "the collar, two sides of the stem (west and north-west) or the soil". */
function unseenWords(unseen: readonly Zone[]): string {
  const sides = unseen.filter((zone) => STEM_SIDES.some((side) => side === zone));
  const stem =
    sides.length === STEM_SIDES.length
      ? 'all sides of the stem'
      : `${SIDES_IN_WORDS[sides.length - 1]} of the stem (${listed(sides.map(sideWords))})`;
  const parts = unseen.flatMap((zone) => {
    if (!sides.includes(zone)) return [`the ${zoneWords(zone)}`];
    return zone === sides[0] ? [stem] : [];
  });
  return listed(parts);
}

/** How a known defect was met this time; it counts all the same. */
const NOT_CHECKED = {
  'not found': (several: boolean) => `Not found this time. That proves nothing: ${several ? 'they still count' : 'it still counts'}`,
  'not inspected': (several: boolean) => `Not inspected this time: ${several ? 'they still count' : 'it still counts'}`,
  'not to be seen': (several: boolean) => `Hidden this time: ${several ? 'they still count' : 'it still counts'}`,
};

/** The sentences of a note, as a colleague would write them. */
export const note = (units: UnitSystem) => {
  const tell = ({ label, seen }: { label: string; seen: SignSeen }) => {
    const details = signWords({ ...seen, note: undefined }, units);
    return `${label.toLowerCase()} on the ${zoneWords(seen.zone)}${details ? ` (${details})` : ''}`;
  };
  const toTell = (look: NextSign | undefined) => (look ? ` Next, check for ${small(look.label)} (${look.hint}).` : '');
  const weighed = ({ name, probability }: AgentLikelihood) => `${small(name)} (${causes.likelihood(probability)})`;

  return {
    /** Who it is and how old. @param known whether the library holds the name, or it stands for its genus only */
    opening: ({ name, known, unchecked, stage }: { name: string | null; known: boolean; unchecked: boolean; stage: Stage | undefined }) => {
      const who = name ? (known ? name : `${genusOf(name)}, genus only`) : 'Species not identified';
      return `${who}${name && unchecked ? ' (from the record, not checked this time)' : ''}${stage ? `, ${STAGE_SAYS[stage]}` : ''}.`;
    },
    /** A scale with its first reasons in one sentence, and its word. */
    scale: (scale: 'vigour' | 'soundness', { band, statements }: Judged, readOut: number) => {
      const why = statements.slice(0, readOut).map(({ clause, says }) => clause ?? small(open(says)));
      return `${SAYS[scale][band] ?? capital(ratingWords(band))}${why.length > 0 ? `: ${why.join('; ')}` : ''}. ${capital(SCALE_WORDS[scale])}: ${ratingWords(band)}.`;
    },
    hiddenDecay: ({ band }: Judged) => SAYS.hiddenDecay[band] ?? '',
    noted: (signs: readonly { label: string; seen: SignSeen }[]) => `Noted: ${signs.map(tell).join('; ')}.`,
    /** Defects of earlier visits that nothing has ended. */
    notChecked: (signs: readonly { label: string; seen: SignSeen; on: string }[], how: keyof typeof NOT_CHECKED) =>
      `${[...new Set(signs.map(({ on }) => on.slice(0, 4)))]
        .sort()
        .map((year) => `Seen in ${year}: ${listed(signs.filter(({ on }) => on.startsWith(year)).map(tell))}`)
        .join('. ')}. ${NOT_CHECKED[how](signs.length > 1)}.`,
    claimed: (signs: readonly { label: string; seen: SignSeen; on: string }[]) =>
      `Marked gone by the crew. Counted until a reviewer agrees: ${signs.map((sign) => `${tell(sign)}, seen in ${sign.on.slice(0, 4)}`).join('; ')}.`,
    setAside: (aside: readonly { label: string; why: string }[]) =>
      `Set aside: ${[...new Set(aside.map(({ label, why }) => `${label.toLowerCase()}, because ${small(open(why))}`))].join('; ')}.`,
    mostLikelyNormal: 'The signs are most likely normal for this tree.',
    causeOfDeath: 'The cause of death is not known.',
    causeUnknown: (look: NextSign | undefined) => `Cause not known.${toTell(look)}`,
    mostLikely: (first: AgentLikelihood) => `Most likely cause: ${weighed(first)}.`,
    causeOpen: (agents: readonly AgentLikelihood[], look: NextSign | undefined) =>
      `Cause not clear. Possible: ${agents.map(weighed).join(', ')}.${toTell(look)}`,
    overruled: ({ what, from, to, why, since }: Overruled) =>
      since === undefined
        ? `Calculated ${OVERRULED_WORDS[what]}: ${shown(from)}. I set ${shown(to)}: ${open(why)}.`
        : `On ${dayWords(since)} ${OVERRULED_WORDS[what]} was set to ${shown(from)}. I set ${shown(to)}: ${open(why)}.`,
    beneath: ({ targets, risk }: Screening) => {
      const [worst] = targets;
      return `Targets below: ${listed(targets.map((t) => TARGET_WORDS[t.what].split(':')[0] ?? t.what))}. Field risk ${risk} (failure ${worst?.failure}, impact ${worst?.impact}, consequence ${worst?.consequence}). A qualified assessor must confirm this.`;
    },
    /** What the inspector wrote by hand. */
    remark: (text: string) => `Inspector’s note: “${text.replace(/\s+/g, ' ')}”`,
    sawAll: 'I inspected every part.',
    sawNothing: 'I inspected no part of it. This note is based on measurements only.',
    sawInPart: ({ percent: seen, unseen }: Judgement['lookedAt']): string[] => [
      `I inspected ${seen}% of the zones.`,
      `Not inspected: ${unseenWords(unseen)}. This note does not cover ${unseen.length > 1 ? 'them' : 'it'}.`,
    ],
    outOfLeaf: 'It was out of leaf.',
    /** What to do first, by when and by whom, and each condition as a sentence of its own. */
    first: (option: Option): string[] => [
      `First: ${optionWords(option.do)}${option.by === undefined ? '' : `, by ${dayWords(option.by)}`}${option.who === undefined ? '' : ` (${option.who})`}.`,
      ...option.needs.map(capital),
    ],
    comeBack: ({ by, season, because }: ComeBack) =>
      `Next visit by ${dayWords(by)}${season ? ` (${season})` : ''}${because === '' ? '' : `: ${because}`}.`,
    /** Sentences one after the other; empty ones left out. */
    paragraph: (sentences: readonly string[]) =>
      sentences
        .filter((sentence) => sentence.length > 0)
        .map(stop)
        .join(' '),
  };
};
