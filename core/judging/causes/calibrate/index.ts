// How well the differential keeps its word: simulated trees with a known cause, looked over by simulated people.
export { causeStatements, placeOfTruth, simulatedCase, type SimulatedCase } from './cases';
