// What measuring devices say: a receiver speaks NMEA 0183, a resistance drill gives a depth profile.
export * from './nmea';
export * from './drill';
export * from './picture-time';
