// What a tree is held to be, derived from its record by one function; and which visits most need a second pair of eyes.
export * from './derive';
export { judgedName, namesThatCount, saysLess, standingName, type JudgedName } from './name';
export * from './queue';
export { bandOf, newestJudging, standingVisits, standingWords } from './standing';
