// Places on the earth: distances, steps on the flat, the nearest trees, a place averaged from many fixes.
// UTM is asked for by its own name (`geo/utm`): it brings a library of projections, which a screen does not need.
// One sphere, and every one of them holds across 180°.
export * from './distance';
export * from './near';
export * from './earlier';
export * from './district';
export * from './outline';
export * from './utm-zone';
export * from './position';
export * from './regions';
export * from './tile';
