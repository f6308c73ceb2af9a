// The shared parts every screen is made of.
export * from './text';
export * from './button';
export * from './field';
export * from './surface';
export { Drawing } from './drawing';
export { useTheme } from './theme';
export { useWide } from './wide';
