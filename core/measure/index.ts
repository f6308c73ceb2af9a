// Measuring: from what tape, clinometer and eye give to the numbers of a tree, each with its error or limits.
export * from './units';
export * from './stem';
export * from './height';
export * from './crown';
export * from './roots';
export * from './decay';
export * from './growth';
export { measure, measureRequest, type MeasureAnswer } from './measure';
