// Looking over and judging: what was looked at, which signs are normal here, two separate scales, hidden decay, the likely
// agents and what to look for next, what is beneath, works near the roots, change over the years, outlook, options and when to
// come back. `assess` is the way in; every other file answers one of these questions.
export { assess, type Assessment } from './assess';
export { assessRequest, toAssessInput, type AssessInput, type EarlierLook } from './request';
export { lookedAt, type LookedAt } from './looked';
export { setAside, type SetAside } from './normal';
export { differential, type AgentLikelihood } from './agents';
export { livesOn, NORMAL, UNKNOWN_CAUSE } from './differential';
export type { NextSign } from './next-sign';
export { BANDS, NOT_JUDGED, PARTIAL, type Scale } from './bands';
export type { Judged, Statement } from './statement';
export { OUTLOOKS } from './outlook';
export { overruledWords, type Overruled } from './overrule';
export { sideWords, zoneWords } from './zones';
export { alertsOf, changesOver, TRACKED, trackedField, unseenSides, type Change } from './change';
export { explainComeBack, explainOption, explainOutlook, explainTarget } from './explain';
export { lookOf } from './looks';
export { alsoRecorded } from './record-words';
export { COMBINED, combine, CONSEQUENCES, FAILURES, IMPACTS, rate, RISKS, type ScreenedTarget, type Screening } from './screening';
export { judgeWorks, ROOT_STANDARD_WORDS, shareBeyond, type WorksJudged } from './works';
export { capital, listed, OCCUPANCY_WORDS, PROFILE_WORDS, signLabel, signWords, TARGET_WORDS, WORKS_WORDS } from './words';
export type { Option } from './options';
