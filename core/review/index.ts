// What a tree is held to be, derived from its record by one function whatever the order in which it arrived; how its visits are
// judged from the whole of it; and which visits most need a second pair of eyes.
export * from './derive';
export * from './follow-ups';
export * from './closed';
export * from './judge-visits';
export * from './differs';
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
export * from './queue';
export * from './second-look';
export * from './timeline';
export * from './beside';
export * from './with-unsent';
export { byDay, newestJudging, rootOf, standingVisits, standingWords } from './standing';
export * from './stock';
export * from './asked';
export * from './find';
