// Places on the earth: distances, steps on the flat, the nearest trees, UTM, a place averaged from many fixes.
// One sphere, and every one of them holds across 180°.
export * from './distance';
export * from './near';
export * from './district';
export * from './utm';
export * from './position';
export * from './regions';
