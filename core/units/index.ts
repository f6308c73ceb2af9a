// Lengths and angles in any usual unit, and how they are said in metres or in feet.
export * from './units';
export * from './lengths';
