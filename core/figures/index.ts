// Figures drawn from trait values: pure functions from a state to shapes. Nothing here knows a screen; paints are named by what
// they stand for, and the app gives them colours for day and dusk.
export * from './shape';
export { figureFor, hasFigure } from './figure-for';
export { leafFigure } from './leaf';
export { leafOf, type LeafForm } from './leaf/form';
export { barkFigure } from './bark';
export { LEAF_TRAITS, leafFormOf, plateLeaf, usualState } from './plate-leaf';
export { plateOf, type PlatePart } from './plate';
export { DAY_GROUNDS, TINTS } from './paints';
export { CARD_STEPS, cardRegion, referenceCard } from './cards';
export { markOn, planLabel, planSectors, PLAN_SIZE, type PlanSector } from './walk-plan';
export {
  howToMeasure,
  STEM_SITUATIONS,
  HEIGHT_METHODS,
  type HeightMethod,
  type HowTo,
  type HowToName,
  type StemSituation,
} from './measuring';
