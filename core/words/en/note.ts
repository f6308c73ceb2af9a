import { genusOf, STEM_SIDES, type OptionKind, type Stage, type Zone } from '../../knowledge';
import { NOT_JUDGED, PARTIAL, type Judged, type Judgement, type Overruled, type Scale, type Screening } from '../../record/judgement';
import type { AgentLikelihood, ComeBack, NextSign, Option } from '../../record/judgement';
import type { SignSeen } from '../../record/sign';
import type { UnitSystem } from '../../units/lengths';
import { causes } from './causes';
import { capital, listed, open, small, stop } from './grammar';
import { OVERRULED_WORDS, signWords, TARGET_WORDS } from './labels';
import { sideWords, zoneWords } from './zones';

const SAYS: Record<Scale, Record<string, string>> = {
  vigour: {
    thriving: 'It grows well',
    fair: 'It grows fairly',
    strained: 'It is under strain',
    failing: 'It is failing',
    dead: 'It is dead',
    [NOT_JUDGED]: 'How well it grows was not judged',
  },
  soundness: {
    'no weakness seen': 'I went all round and saw no weakness',
    [PARTIAL.soundness]: 'I saw no weakness on what I looked at',
    weakness: 'It has a weakness',
    'serious weakness': 'It has a serious weakness',
    'act first': 'It needs something done before anything else',
    [NOT_JUDGED]: 'How well it holds together was not judged',
  },
  hiddenDecay: {
    possible: 'Decay may be hidden; how far it reaches cannot be seen from outside.',
    likely: 'Decay is likely inside; how far it reaches cannot be seen from outside.',
  },
};

/** An option as the end of "First I would …". */
const DO_SAYS: Record<OptionKind, string> = {
  'close off now': 'close it off, now',
  'stop the works': 'have the works moved or redesigned',
  'sample and report': 'have it sampled and reported',
  'undo tie or stake': 'undo what ties it',
  'take out dead wood': 'have the dead and broken wood taken out',
  'formative prune': 'prune it into shape while it is young',
  'protect from mower and car': 'protect it from mower and car',
  treat: 'have it treated',
  keep: 'keep it',
  'keep as seed source': 'keep it as a seed source',
  watch: 'watch it',
  'free it from competitors': 'free it from its competitors',
  'improve the ground': 'improve the ground',
  'prune or reduce': 'have it pruned or reduced',
  support: 'have it supported',
  'investigate further': 'have it investigated further',
  'exclude target': 'keep people and things out from under it',
  'keep as habitat': 'keep it as habitat',
  'bring on a successor': 'bring on a successor',
  remove: 'have it removed',
};

const STAGE_SAYS: Record<Stage, string> = { young: 'a young tree', mature: 'a grown tree', old: 'an old tree' };
const SIDES_IN_WORDS = ['one side', 'two sides', 'three sides', 'four sides', 'five sides', 'six sides', 'seven sides'];

/** The parts nobody looked at, the stem's sides in one: "the collar, two sides of the stem (west and north-west) or the soil". */
function unseenWords(unseen: readonly Zone[]): string {
  const sides = unseen.filter((zone) => STEM_SIDES.some((side) => side === zone));
  const stem =
    sides.length === STEM_SIDES.length
      ? 'any side of the stem'
      : `${SIDES_IN_WORDS[sides.length - 1]} of the stem (${listed(sides.map(sideWords))})`;
  const parts = unseen.flatMap((zone) => {
    if (!sides.includes(zone)) return [`the ${zoneWords(zone)}`];
    return zone === sides[0] ? [stem] : [];
  });
  return listed(parts, 'or');
}

/** How a known defect was met this time; it counts all the same. */
const NOT_CHECKED = {
  'not found': (several: boolean) =>
    `I did not find ${several ? 'them' : 'it'} this time, which proves nothing: ${several ? 'they count as they were' : 'it counts as it was'}`,
  'not inspected': (several: boolean) =>
    `I did not inspect ${several ? 'them' : 'it'} this time: ${several ? 'they count as they were' : 'it counts as it was'}`,
  'not to be seen': (several: boolean) =>
    `${several ? 'They' : 'It'} could not be seen this time: ${several ? 'they count as they were' : 'it counts as it was'}`,
};

/** The sentences of a note, as a colleague would write them. */
export const note = (units: UnitSystem) => {
  const tell = ({ label, seen }: { label: string; seen: SignSeen }) => {
    const details = signWords({ ...seen, note: undefined }, units);
    return `${label.toLowerCase()} on the ${zoneWords(seen.zone)}${details ? ` (${details})` : ''}`;
  };
  const toTell = (look: NextSign | undefined) => (look ? ` To tell, look for ${small(look.label)} (${look.hint}).` : '');
  const weighed = ({ name, probability }: AgentLikelihood) => `${small(name)} (${causes.likelihood(probability)})`;

  return {
    /** Who it is and how old. @param known whether the library holds the name, or it stands for its genus only */
    opening: ({ name, known, unchecked, stage }: { name: string | null; known: boolean; unchecked: boolean; stage: Stage | undefined }) => {
      const who = name ? (known ? name : `${genusOf(name)}, known to the genus only`) : 'A tree not yet named';
      return `${who}${name && unchecked ? ' by the record, not checked this time' : ''}${stage ? `, ${STAGE_SAYS[stage]}` : ''}.`;
    },
    /** A scale with its first reasons in one sentence, and its word. */
    scale: (scale: 'vigour' | 'soundness', { band, statements }: Judged, readOut: number) => {
      const why = statements.slice(0, readOut).map(({ clause, says }) => clause ?? small(open(says)));
      return `${SAYS[scale][band] ?? capital(band)}${why.length > 0 ? `: ${why.join('; ')}` : ''}. ${capital(scale)}: ${band}.`;
    },
    hiddenDecay: ({ band }: Judged) => SAYS.hiddenDecay[band] ?? '',
    noted: (signs: readonly { label: string; seen: SignSeen }[]) => `Noted: ${signs.map(tell).join('; ')}.`,
    /** Defects of earlier visits that nothing has ended. */
    notChecked: (signs: readonly { label: string; seen: SignSeen; on: string }[], how: keyof typeof NOT_CHECKED) =>
      `${[...new Set(signs.map(({ on }) => on.slice(0, 4)))]
        .sort()
        .map((year) => `In ${year} there was ${listed(signs.filter(({ on }) => on.startsWith(year)).map(tell))}`)
        .join('. ')}. ${NOT_CHECKED[how](signs.length > 1)}.`,
    claimed: (signs: readonly { label: string; seen: SignSeen; on: string }[]) =>
      `Said to be gone, and counted until a reviewer agrees: ${signs.map((sign) => `${tell(sign)}, seen in ${sign.on.slice(0, 4)}`).join('; ')}.`,
    setAside: (aside: readonly { label: string; why: string }[]) =>
      `Set aside: ${[...new Set(aside.map(({ label, why }) => `${label.toLowerCase()}, because ${small(open(why))}`))].join('; ')}.`,
    mostLikelyNormal: 'What was seen is most likely normal for this tree.',
    causeOfDeath: 'Why it died cannot be told from this.',
    causeUnknown: (look: NextSign | undefined) => `The cause of the signs is not known.${toTell(look)}`,
    mostLikely: (first: AgentLikelihood) => `Most likely behind it: ${weighed(first)}.`,
    causeOpen: (agents: readonly AgentLikelihood[], look: NextSign | undefined) =>
      `What is behind it is open: ${agents.map(weighed).join(', ')}; none stands out.${toTell(look)}`,
    overruled: ({ what, from, to, why, since }: Overruled) =>
      since === undefined
        ? `The rules say ${OVERRULED_WORDS[what]} ${from}; I say ${to}: ${open(why)}.`
        : `On ${since} ${OVERRULED_WORDS[what]} was set to ${from}; I say ${to}: ${open(why)}.`,
    beneath: ({ targets, risk }: Screening) => {
      const [worst] = targets;
      return `Beneath it: ${listed(targets.map((t) => TARGET_WORDS[t.what].split(':')[0] ?? t.what))}. Field screening ${risk}: failure ${worst?.failure}, impact ${worst?.impact}, consequence ${worst?.consequence}; to be confirmed by a qualified assessor.`;
    },
    /** What the inspector wrote by hand. */
    remark: (text: string) => `Remark: “${text.replace(/\s+/g, ' ')}”`,
    sawAll: 'I looked at every part.',
    sawNothing: 'I looked at no part of it; what is said here rests on measurements alone.',
    sawInPart: ({ percent: seen, unseen }: Judgement['lookedAt']): string[] => [
      `I looked at ${seen} % of the zones.`,
      `I did not look at ${unseenWords(unseen)}; nothing here speaks of ${unseen.length > 1 ? 'them' : 'it'}.`,
    ],
    outOfLeaf: 'It was out of leaf.',
    /** What to do first, by when and by whom, and each condition as a sentence of its own. */
    first: (option: Option): string[] => [
      `First I would ${DO_SAYS[option.do]}${option.by === undefined ? '' : `, by ${option.by}`}${option.who === undefined ? '' : ` (${option.who})`}.`,
      ...option.needs.map(capital),
    ],
    comeBack: ({ by, season, because }: ComeBack) =>
      `Come back by ${by}${season ? `, in ${season}` : ''}${because === '' ? '' : `: ${because}`}.`,
    /** Sentences one after the other; empty ones left out. */
    paragraph: (sentences: readonly string[]) =>
      sentences
        .filter((sentence) => sentence.length > 0)
        .map(stop)
        .join(' '),
  };
};
