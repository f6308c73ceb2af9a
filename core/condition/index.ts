// Looking over and judging: what was looked at, which signs are normal here, two separate scales, hidden decay, the likely
// agents, outlook, options and when to come back. `assess` is the way in; every other file answers one of these questions.
export { assess, type Assessment } from './assess';
export { assessRequest, toAssessInput, type AssessInput } from './request';
export { lookedAt, type LookedAt } from './looked';
export { setAside, type SetAside } from './normal';
export { differential, type AgentLikelihood } from './agents';
export { PARTIAL, type Judged } from './scales';
export { sideWords, zoneWords } from './zones';
export { TRACKED, changeSince, type SignChange } from './change';
