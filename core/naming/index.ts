// Naming a tree: from observations to ranked taxa, a level, a confirmation, and what to look at next.
// `identify` is the way in; `rank` holds the mathematics; every other file is one question asked of its result.
export { identify } from './identify';
export { toAnswer, type IdentifyAnswer } from './answer';
export { identifyRequest, type IdentifyRequest, checkObservations } from './request';
export { modelOf, type Model } from './model';
export { countsIn } from './prior';
export { PSEUDO_COUNTS } from './stock';
export { rank, type Ranking, type Candidate, type Mark } from './rank';
export { fitOf, type Fit } from './fit';
export { levelOf, type LevelReached } from './level';
export { confirmation, type Confirmation } from './confirm';
export { lookNext, comesIntoView, type NextLook, type LaterLook } from './look-next';
export { questionsOf } from './questions';
export { levelOfName, UNKNOWN, visitNameOf, type ChosenName } from './visit-name';
export { planLook } from './plan-look';
export { settlingLooks, type SettlingLook } from './settle';
export { ERROR_BY_CERTAINTY } from './likelihood';
export { hardlySplit, HARDLY_SPLIT, recordWeaknesses, separation } from './separation';
export { tellApart, type Split } from './tell-apart';
export { nameFinder, splitInfraspecific, widerNames, type NameFinder, type NameHit, type NameAnswer } from './names';
export type { Identification } from './identify';
