import { SCALE_WORDS } from './labels';
import { ratingWords } from './stored';

const WHAT = {
  ...SCALE_WORDS,
  outlook: 'the outlook',
  risk: 'the field screening',
  option: 'what to do first',
  comeBack: 'when to come back',
} as const;

/** Why a visit waits for a second pair of eyes, and how a name stands. */
export const review = {
  forgotten: 'a danger seen earlier was missing from the assessment; the newer rules found it again',
  saidGone: (many: number) => (many === 1 ? 'a defect is marked gone' : `${many} defects are marked gone`),
  soundness: (band: string) => `structure: ${ratingWords(band)}`,
  risk: (risk: string | null) => `field screening ${risk}`,
  peopleBeneath: 'people below, constant or frequent',
  worse: (things: number) => (things === 1 ? 'one thing gets worse' : `${things} things get worse`),
  reviewersDiffer: 'two reviewers disagreed, independently',
  decayLikely: 'hidden decay likely',
  vigour: (band: string) => `vigour: ${ratingWords(band)}`,
  milderWord: (from: string, to: string) => `rated lower than calculated: ${ratingWords(from)} to ${ratingWords(to)}`,
  reportable: (agent: string) => `${agent}, to be reported, may be behind it`,
  deviceDiffers: 'the device had only part of the record and rated differently',
  questioned: 'sent back before',
  contested: 'disagrees with an earlier review',
  noName: 'no name given',
  notConfirmed: 'name not confirmed by the rule',
  withoutMarks: 'named without marks',
  againstMarks: 'named against the marks',
  onlySure: (probability: number) => `only ${Math.max(1, Math.round(probability * 100))}% sure`,
  calledBefore: (name: string) => `earlier name: ${name}`,
  rare: 'on the rare list',
  protectedKind: 'felling is an option, but this species is protected here',
  invasive: 'on the invasive list',
  lookedAt: (percent: number) => `${percent}% inspected`,
  routine: 'routine review',

  question: (reason: string) => `question from review: ${reason}`,
  longestGap: (months: number) => `district rule: visit every tree within ${months} month${months === 1 ? '' : 's'}`,
  wanted: (mark: string) => `; wanted: ${mark}`,

  notScreened: 'not screened',
  nothing: 'nothing',
  differs: (what: keyof typeof WHAT, device: string, record: string) => `${WHAT[what]}: phone ${device}, full record ${record}.`,

  /** How a name stands. */
  standing: {
    unnamed: 'Not identified yet',
    imported: 'From the inventory, not checked',
    proposed: 'Proposed, waiting for review',
    confirmed: 'Confirmed in review',
    questioned: 'Questioned in review',
    overturned: 'Corrected in review',
    contested: 'Confirmed in review, but a later visit disagrees',
  },
};
