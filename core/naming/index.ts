// Naming a tree: from observations to ranked taxa, a level, a confirmation, and what to look at next.
// `identify` is the way in; `rank` holds the mathematics; every other file is one question asked of its result.
export { identify } from './identify';
export { toAnswer, type IdentifyAnswer } from './answer';
export { identifyRequest, type IdentifyRequest, checkObservations } from './request';
export { modelOf, type Model } from './model/model';
export { countsIn } from './place/prior';
export { PSEUDO_COUNTS } from './place/stock';
export { rank, type Ranking, type Candidate, type Mark } from './model/rank';
export { fitOf, type Fit } from './model/fit';
export { levelOf, type LevelReached } from './level';
export { confirmation, type Confirmation } from './confirm';
export { lookNext, comesIntoView, type NextLook, type LaterLook } from './look/look-next';
export { questionsOf } from './look/questions';
export { levelOfName, UNKNOWN, visitNameOf, type ChosenName } from './visit-name';
export { planLook } from './look/plan-look';
export { settlingLooks, type SettlingLook } from './look/settle';
export { ERROR_BY_CERTAINTY } from './model/likelihood';
export { hardlySplit, HARDLY_SPLIT, recordWeaknesses, separation } from './model/separation';
export { tellApart, type Split } from './look/tell-apart';
export { nameFinder, splitInfraspecific, widerNames, type NameFinder, type NameHit, type NameAnswer } from './names/names';
export type { Identification } from './identify';
