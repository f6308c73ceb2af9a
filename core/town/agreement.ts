// How far the people of a town read the same alike, and what follows from it. Reckoned by the service; no screen needs it.
export * from './read-twice';
export * from './town-agreement';
export * from './error-bench';
