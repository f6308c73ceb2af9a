// Measuring: from what tape, clinometer and eye give to the numbers of a tree, each with its error or limits.

export * from './stem';
export * from './height';
export * from './crown';
export * from './roots';
export * from './decay';
export * from './growth';

export * from './plausible';
export * from './limits';
export * from './age';
export { measure, measureRequest, type MeasureAnswer } from './tasks';
export {
  EMPTY_ENTRY,
  readEntry,
  shotsInto,
  stemUnit,
  treeUnit,
  handUnit,
  type Custom,
  type Entry,
  type EntryField,
  type KeptHeight,
  type MeasuredEntry,
} from './form';
export { derivedFrom, type Derived as DerivedNumbers } from './derived';
