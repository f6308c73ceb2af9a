// Looking over and judging: what was looked at, which signs are normal here, two separate scales, hidden decay, the likely
// agents and what to look for next, what is beneath, works near the roots, outlook, options and when to come back. `assess` is
// the way in; every other file answers one of these questions. The types of an answer stand in the record.
export { assess } from './assess';
export { assessRequest, toAssessInput, type AssessInput, type Setting } from './request';
export { lookedAt, type LookedAt } from './looked/looked';
export { setAside, type SetAside } from './looked/normal';
export { differential } from './causes/agents';
export { livesOn, NORMAL, takesAnything, UNKNOWN_CAUSE } from './causes/differential';
export { BANDS } from './scales/bands';
export { overruledWords } from './overrule/overrule';
export { combine, rate } from './risk/matrices';
export { judgeWorks } from './works/works';
export { sameWorks } from './works/standing-works';
export { onThisKind } from './looked/on-kinds';
export * from './rules-version';
