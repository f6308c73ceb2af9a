// The words of Dendrix: the catalogue of every sentence the rules say, and the labels that screens share.
export { signLabel } from '../knowledge';
export * from './catalogue';
export { cautionsOf } from './cautions';
export * from './en/also-recorded';
export * from './en/finding';
export { capital, listed } from './en/grammar';
export * from './en/labels';
export * from './en/months';
export { optionWords, ratingWords } from './en/stored';
export { REGION_NAMES } from './en/kinds';
export * from './en/zones';
