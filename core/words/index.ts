// Words that several rooms use: lists, zones, signs with their sizes, what is beneath, works.
export * from './listed';
export * from './zones';
export * from './words';
export * from './finding';
export * from './also-recorded';
