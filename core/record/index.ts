// What is kept of a tree, a thing a file: what one person saw on one day, the name they gave, what a reviewer said.
// Lengths and diameters in metres, angles in degrees, times in UTC with the local zone beside.
export * from './ids';
export * from './observation';
export * from './measurement';
export * from './sign';
export * from './ending';
export * from './photo';
export * from './specimen';
export * from './look';
export * from './name';
export * from './judgement';
export * from './upcast';
export * from './visit';
export * from './review';
export * from './talk';
export * from './tree';
export * from './organisation';
export * from './stock';
export * from './vocabulary';
export * from './reason';
