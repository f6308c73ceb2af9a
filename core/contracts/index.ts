// What the server and the app say to each other.
export * from './people';
export * from './api';
export * from './talk';
export * from './live';
export * from './rounds';
export * from './agreement';
export * from './access';
export * from './districts';
