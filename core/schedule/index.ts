// When trees are due, what the season can settle, and the order in which to walk to them.
export * from './dates';
export * from './later';
export * from './round';
export * from './settles';
