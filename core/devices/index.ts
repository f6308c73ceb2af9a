// What measuring devices say, and simulators that stand in for them where none is at hand.
// A receiver speaks NMEA 0183; hypsometer and tape give single readings; a resistance drill gives a depth profile.
// A simulated reading is always named as one in the record.
export * from './nmea';
export * from './position';
export * from './drill';
export * from './simulate';
