// The trees of a town together: what a map asks of them, how one is found, and how many there are of each kind.
export * from './stock';
export * from './asked';
export * from './find';
