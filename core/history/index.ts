// One tree over the years: which sign is which on every look, what reached where, and what changed beyond what repeat readings
// differ by.
export * from './reached';
export * from './endings';
export * from './threads';
export * from './change';
