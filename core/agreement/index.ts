// How far people who saw the same agree, and what that tells of the truth and of each of them.
export * from './ratings';
export * from './kappa';
export * from './alpha';
export * from './observers';
export * from './request';
