// Simulated observers and the scores that tell whether the engine's probabilities mean what they say.
// Used by the bench and the tests, never by the app.
export { simulatedTree, report, type SimulatedTree } from './observer';
export { type Random } from '../../maths/random';
export { brierScore, calibrationError, reliabilityTable, type Statement, type ReliabilityRow } from './scores';
export {
  fitsOfHeld,
  leftOut,
  looksUntil,
  namedAt,
  tellingLook,
  openTrials,
  type OpenTrial,
  randomLook,
  rankTree,
  statements,
  type About,
  type Met,
  type Strategy,
} from './trials';
export { LIMITS } from '../model/fit';
export { NEEDS } from '../level';
