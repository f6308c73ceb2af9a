// When trees are due, what the season can settle, and the order in which to walk to them.

export * from './round';
export * from './settles';
export * from './pick';
