import { NOT_JUDGED, PARTIAL, type Judged, type Judgement } from '../record/judgement';
import { genusOf, STEM_SIDES, type Library, type OptionKind, type Zone } from '../knowledge';
import { inLeaf } from '../time/season';
import { UNKNOWN_CAUSE, NORMAL } from './causes/differential';
import type { CountedInput, CountedSign } from './looked/carried';
import { LIKELY } from './advice/outlook';
import { overruledWords } from './overrule/overrule';
import type { AssessInput } from './request';
import { capital, listed } from '../words/listed';
import { signLabel, signWords, TARGET_WORDS } from '../words/words';
import { sideWords, zoneWords } from '../words/zones';

const VIGOUR_SAYS: Record<string, string> = {
  thriving: 'It grows well',
  fair: 'It grows fairly',
  strained: 'It is under strain',
  failing: 'It is failing',
  dead: 'It is dead',
  [NOT_JUDGED]: 'How well it grows was not judged',
};
const SOUNDNESS_SAYS: Record<string, string> = {
  'no weakness seen': 'I went all round and saw no weakness',
  [PARTIAL.soundness]: 'I saw no weakness on what I looked at',
  weakness: 'It has a weakness',
  'serious weakness': 'It has a serious weakness',
  'act first': 'It needs something done before anything else',
  [NOT_JUDGED]: 'How well it holds together was not judged',
};
const DECAY_SAYS: Record<string, string> = {
  'none suspected': '',
  [PARTIAL.hiddenDecay]: '',
  possible: 'Decay may be hidden; how far it reaches cannot be seen from outside.',
  likely: 'Decay is likely inside; how far it reaches cannot be seen from outside.',
  [NOT_JUDGED]: '',
};

const small = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);
const stop = (words: string) => (/[.!?)]$/.test(words) ? words : `${words}.`);
/** Reasons of a scale read out in a note. */
const READ_OUT = 2;

/** An option as the end of "First I would …". */
const DO_SAYS: Record<OptionKind, string> = {
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

const STAGE_SAYS = { young: 'a young tree', mature: 'a grown tree', old: 'an old tree' } as const;

/** Who it is and how old. */
function opening(input: AssessInput): string {
  const name = input.name ? (input.taxon ? input.name : `${genusOf(input.name)}, known to the genus only`) : 'A tree not yet named';
  const unchecked = input.name && input.nameUnchecked ? ' by the record, not checked this time' : '';
  return `${name}${unchecked}${input.lifeStage ? `, ${STAGE_SAYS[input.lifeStage]}` : ''}.`;
}

/** A scale with its first reasons in one sentence, and its word. */
function scaleSentence(says: string | undefined, label: string, { band, statements }: Judged): string {
  const why = statements.slice(0, READ_OUT).map(({ clause, says: sentence }) => clause ?? small(sentence.replace(/\.$/, '')));
  return `${says ?? capital(band)}${why.length > 0 ? `: ${why.join('; ')}` : ''}. ${label}: ${band}.`;
}

/** Signs with their sizes as they were written down, and those known from before at parts not looked at. */
function signSentences(library: Library, { signs, units }: CountedInput): string[] {
  const tell = (sign: CountedSign) => {
    const details = signWords({ ...sign, note: undefined }, units);
    return `${signLabel(library, sign.id).toLowerCase()} on the ${zoneWords(sign.zone)}${details ? ` (${details})` : ''}`;
  };
  const present = signs.filter((sign) => sign.seenOn === undefined).map(tell);
  const before = signs.filter((sign) => sign.seenOn !== undefined).map((sign) => `${tell(sign)} in ${sign.seenOn?.slice(0, 4) ?? ''}`);
  return [
    ...(present.length > 0 ? [`Noted: ${present.join('; ')}.`] : []),
    ...(before.length > 0 ? [`Known from before and not checked this time: ${before.join('; ')}.`] : []),
  ];
}

/** What is likely behind the signs, in sentences; "not known" is one of the answers. */
function behind(a: Omit<Judgement, 'note'>): string[] {
  const [first, second] = a.agents;
  if (!first) return [];
  const look = a.lookNext[0];
  const next = look ? ` To tell, look for ${small(look.label)} (${look.hint}).` : '';
  if (first.agent === NORMAL && first.probability >= LIKELY) return ['What was seen is most likely normal for this tree.'];
  if (first.agent === UNKNOWN_CAUSE && first.probability >= LIKELY) return [`The cause of the signs is not known.${next}`];
  const percent = (p: number) => `${Math.round(p * 100)} %`;
  if (first.probability >= LIKELY) return [`Most likely behind it: ${small(first.name)} (${percent(first.probability)}).`];
  return [
    `What is behind it is open: ${small(first.name)} (${percent(first.probability)})${second ? `, ${small(second.name)} (${percent(second.probability)})` : ''}; none stands out.${next}`,
  ];
}

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

/** How much was looked at, and every part that was not. */
function looked({ lookedAt }: Omit<Judgement, 'note'>): string[] {
  if (lookedAt.unseen.length === 0) return ['I looked at every part.'];
  if (lookedAt.percent === 0) return ['I looked at no part of it; what is said here rests on measurements alone.'];
  return [
    `I looked at ${lookedAt.percent} % of the zones.`,
    `I did not look at ${unseenWords(lookedAt.unseen)}; nothing here speaks of ${lookedAt.unseen.length > 1 ? 'them' : 'it'}.`,
  ];
}

/** What is beneath, and how the screening came out. */
function beneath(a: Omit<Judgement, 'note'>): string[] {
  const worst = a.screening?.targets[0];
  if (!a.screening || !worst) return [];
  return [
    `Beneath it: ${listed(a.screening.targets.map((t) => TARGET_WORDS[t.what].split(':')[0] ?? t.what))}. Field screening ${a.screening.risk}: failure ${worst.failure}, impact ${worst.impact}, consequence ${worst.consequence}; to be confirmed by a qualified assessor.`,
  ];
}

/**
 * The judgement as a colleague would write it: who it is, how it grows and holds, what was set aside, what may be behind it,
 * what changed, what cannot be said, what I would do and when somebody should come back.
 */
export function noteOf(library: Library, a: Omit<Judgement, 'note'>, input: CountedInput): string {
  const aside = [
    ...new Set(a.normalHere.map((n) => `${signLabel(library, n.sign).toLowerCase()}, because ${small(n.why.replace(/\.$/, ''))}`)),
  ];
  const first = a.options[0];
  const paragraphs = [
    [
      opening(input),
      scaleSentence(VIGOUR_SAYS[a.vigour.band], 'Vigour', a.vigour),
      scaleSentence(SOUNDNESS_SAYS[a.soundness.band], 'Soundness', a.soundness),
      DECAY_SAYS[a.hiddenDecay.band] ?? '',
    ],
    [
      ...signSentences(library, input),
      ...(aside.length > 0 ? [`Set aside: ${aside.join('; ')}.`] : []),
      ...a.changes.filter((c) => c.course === 'worse').map((c) => c.says),
      ...behind(a),
      ...a.overruled.map(overruledWords),
    ],
    [...beneath(a), ...(a.works?.works.map((w) => w.says) ?? [])],
    [...looked(a), ...(inLeaf(input.taxon, input.day, input.latitude) ? [] : ['It was out of leaf.'])],
    [
      ...(first ? [`First I would ${DO_SAYS[first.do]}${first.needs.length > 0 ? ` (needs ${listed(first.needs)})` : ''}.`] : []),
      `Come back by ${a.comeBack.by}${a.comeBack.season ? `, in ${a.comeBack.season}` : ''}: ${a.comeBack.because}.`,
    ],
  ];
  return paragraphs
    .map((sentences) =>
      sentences
        .filter((s) => s.length > 0)
        .map(stop)
        .join(' '),
    )
    .filter((p) => p.length > 0)
    .join('\n');
}
