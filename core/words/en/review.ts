import { SCALE_WORDS } from './labels';

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
  saidGone: (many: number) => (many === 1 ? 'a defect is said to be gone' : `${many} defects are said to be gone`),
  soundness: (band: string) => band,
  risk: (risk: string | null) => `field screening ${risk}`,
  peopleBeneath: 'people beneath for long',
  worse: (things: number) => (things === 1 ? 'one thing gets worse' : `${things} things get worse`),
  reviewersDiffer: 'two reviewers said otherwise, apart',
  decayLikely: 'hidden decay likely',
  vigour: (band: string) => `vigour ${band}`,
  milderWord: (from: string, to: string) => `a milder word than the rules': ${from} to ${to}`,
  reportable: (agent: string) => `${agent}, to be reported, may be behind it`,
  deviceDiffers: 'the device, without the whole record, judged otherwise',
  questioned: 'questioned before',
  contested: 'says otherwise than an earlier review',
  noName: 'no name given',
  notConfirmed: 'name not confirmed by the rule',
  withoutMarks: 'named without marks',
  againstMarks: 'named against the marks',
  onlySure: (probability: number) => `only ${Math.max(1, Math.round(probability * 100))} % sure`,
  calledBefore: (name: string) => `was called ${name} before`,
  rare: 'on the rare list',
  protectedKind: 'felling is offered, and its kind is protected here',
  invasive: 'on the invasive list',
  lookedAt: (percent: number) => `${percent} % looked at`,
  routine: 'routine second look',

  question: (reason: string) => `question from review: ${reason}`,
  longestGap: (months: number) => `the district sees every tree again within ${months} month${months === 1 ? '' : 's'}`,
  wanted: (mark: string) => `; wanted: ${mark}`,

  notScreened: 'not screened',
  nothing: 'nothing',
  differs: (what: keyof typeof WHAT, device: string, record: string) =>
    `On ${WHAT[what]} the phone alone said ${device}; the whole record says ${record}.`,

  /** How a name stands. */
  standing: {
    unnamed: 'No name yet',
    imported: 'From the town list, not checked',
    proposed: 'Proposed, waits for a second look',
    confirmed: 'Confirmed by a second look',
    questioned: 'Questioned in review',
    overturned: 'Corrected in review',
    contested: 'Settled in review, and a later visit says otherwise',
  },
};
