// jsdom has no structuredClone; IndexedDB clones what it keeps.
const { deserialize, serialize } = require('node:v8');

globalThis.structuredClone ??= (value) => deserialize(serialize(value));
