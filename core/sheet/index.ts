// One tree on one printed sheet: what stands on it, in which order, in which words. How it is laid on paper is the printer's.
export { clockAfter, roundSheetOf, wayFigure } from './round-sheet';
export { sheetOf, type Sheet, type SheetBlock } from './sheet';
