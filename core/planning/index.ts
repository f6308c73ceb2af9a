// When trees are due, what the season can settle, and the order in which to walk to them.
// A round for a crew and a day is asked for by its own name (`planning/day-round`): it reads requests, which a first screen does not.

export * from './round';
export * from './settles';
export * from './pick';
