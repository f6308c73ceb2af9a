// What a tree is held to be, derived from its record by one function whatever the order in which it arrived; how its visits are
// judged from the whole of it; and what happened to it, in order.
export * from './derive';
export * from './follow-ups';
export * from './closed';
export * from './judge-visits';
export {
  judgedName,
  nameBefore,
  reviewersDiffer,
  saysLess,
  standingNameOf,
  type JudgedName,
  type NameGiven,
  type StandingName,
} from './name';
export * from './timeline';
export * from './with-unsent';
export { byDay, newestJudging, rootOf, standingVisits, standingWords } from './standing';
