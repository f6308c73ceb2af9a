// Practising: simulated devices that stand in where none is at hand. What they read is marked in the reading itself.
// This room never writes a record.
export * from './simulators';
