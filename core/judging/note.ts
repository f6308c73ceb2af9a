import type { Judgement } from '../record/judgement';
import { signLabel, signNamed, ZONES, type Library, type Zone } from '../knowledge';
import { inLeaf } from '../time/season';
import { wordsIn, type Catalogue } from '../words/catalogue';
import { LIKELY } from './advice/outlook';
import { NORMAL, UNKNOWN_CAUSE } from './causes/differential';
import type { CountedInput } from './looked/carried';

/** Reasons of a scale read out in a note. */
const READ_OUT = 2;
/** Causes read out where none stands out. */
const CAUSES_READ_OUT = 2;

type Say = Catalogue['note'];
type Told = Omit<Judgement, 'note'>;

/** Signs with their sizes as they were written down, and those known from before at parts not looked at. */
function signSentences(library: Library, { signs }: CountedInput, unseen: readonly Zone[], say: Say): string[] {
  const inspected = new Set(ZONES.filter((zone) => !unseen.includes(zone)));
  const told = signs.map((seen) => ({ seen, label: signLabel(library, seen.id), on: seen.seenOn }));
  const present = told.filter(({ on }) => on === undefined);
  const before = told.flatMap(({ seen, label, on }) => (on === undefined ? [] : [{ seen, label, on }]));
  const claimed = before.filter(({ seen }) => seen.claim !== undefined);
  const silent = before.filter(({ seen }) => seen.claim === undefined);
  const hidden = silent.filter(({ seen }) => seen.unseen === true);
  const others = silent.filter(({ seen }) => seen.unseen !== true);
  const missed = others.filter(({ seen }) => inspected.has(seen.zone));
  const blind = others.filter(({ seen }) => !inspected.has(seen.zone));
  return [
    ...(missed.length > 0 ? [say.notChecked(missed, 'not found')] : []),
    ...(blind.length > 0 ? [say.notChecked(blind, 'not inspected')] : []),
    ...(hidden.length > 0 ? [say.notChecked(hidden, 'not to be seen')] : []),
    ...(claimed.length > 0 ? [say.claimed(claimed)] : []),
    ...(present.length > 0 ? [say.noted(present)] : []),
  ];
}

/** What is likely behind the signs; "not known" is one of the answers. */
function behind({ agents, lookNext, vigour }: Told, asksForCause: boolean, say: Say): string[] {
  const [first] = agents;
  if (!first || !asksForCause) return [];
  // Why a dead tree died cannot be told from what is left, and no look will tell.
  if (vigour.band === 'dead' && first.probability < LIKELY) return [say.causeOfDeath];
  if (first.probability < LIKELY) return [say.causeOpen(agents.slice(0, CAUSES_READ_OUT), lookNext[0])];
  if (first.agent === NORMAL) return [say.mostLikelyNormal];
  return [first.agent === UNKNOWN_CAUSE ? say.causeUnknown(lookNext[0]) : say.mostLikely(first)];
}

/** How much was looked at, and every part that was not. */
function looked({ lookedAt }: Told, say: Say): string[] {
  if (lookedAt.unseen.length === 0) return [say.sawAll];
  return lookedAt.percent === 0 ? [say.sawNothing] : say.sawInPart(lookedAt);
}

/**
 * The judgement as a colleague would write it: who it is, how it grows and holds, what was set aside, what may be behind it,
 * what changed, what cannot be said, what I would do and when somebody should come back.
 */
export function noteOf(library: Library, a: Told, input: CountedInput): string {
  const { note: say } = wordsIn(input);
  const aside = a.normalHere.map(({ sign, why }) => ({ label: signLabel(library, sign), why }));
  const [first] = a.options;
  const paragraphs = [
    [
      say.opening({ name: input.name, known: input.taxon !== null, unchecked: input.nameUnchecked === true, stage: input.lifeStage }),
      say.scale('vigour', a.vigour, READ_OUT),
      // What was all right needs no list; what was not looked at is said below.
      say.scale('soundness', a.soundness, /^no weakness/.test(a.soundness.band) ? 0 : READ_OUT),
      say.hiddenDecay(a.hiddenDecay),
    ],
    [
      ...signSentences(library, input, a.lookedAt.unseen, say),
      ...(aside.length > 0 ? [say.setAside(aside)] : []),
      ...a.changes.filter((change) => change.course === 'worse').map((change) => change.says),
      ...behind(a, input.signs.length === 0 || input.signs.some((seen) => signNamed(library, seen.id)?.ownCause !== true), say),
      ...a.overruled.map(say.overruled),
    ],
    [
      ...(a.screening && a.screening.targets.length > 0 ? [say.beneath(a.screening)] : []),
      ...(a.works?.works ?? []).map(({ says }) => says),
    ],
    input.note.trim() === '' ? [] : [say.remark(input.note.trim())],
    [...looked(a, say), ...(inLeaf(input.taxon, input.day, input.latitude) ? [] : [say.outOfLeaf])],
    first ? say.first(first) : [],
  ];
  const told = paragraphs.flat().join(' ').toLowerCase();
  // A reason that was read out already is not told again.
  const because = a.comeBack.because.split('; ').filter((reason) => !told.includes(reason.toLowerCase()));
  paragraphs.at(-1)?.push(say.comeBack({ ...a.comeBack, because: because.join('; ') }));
  return paragraphs
    .map(say.paragraph)
    .filter((paragraph) => paragraph.length > 0)
    .join('\n');
}
