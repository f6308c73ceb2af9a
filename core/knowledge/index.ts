// What the library may hold and how it is checked: traits, taxa, signs, agents, districts.
// The YAML is for people; these schemas turn it into the plain values the rest of core computes with.
// Nothing here knows where the text came from.
export * from './trait';
export * from './normal';
export * from './where';
export * from './taxon';
export * from './forms';
export * from './sign-fields';
export * from './sign';
export * from './agent';
export * from './district';
export * from './genus';
export * from './growth-factor';
export * from './library';
export * from './packed';
export * from './leading';
export * from './consistency';
export * from './build';
export * from './coverage';
export { recordFaults } from './record-faults';
export { editDistance, nearest } from './nearest';
