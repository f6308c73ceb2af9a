// Judges what waits on this device; fetched only where something does.
export { briefWithUnsent } from '@dendrix/core/state';
