// What the server and the app say to each other.
export * from './api';
