// Days, months and seasons at a place.
export * from './dates';
export * from './day';
export * from './season';
