// What crosses a border: refusals, and the shapes the server and the app agree on.
export * from './problem';
export * from './record';
export * from './api';
