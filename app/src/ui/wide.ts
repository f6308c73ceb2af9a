import { useWindowDimensions } from 'react-native';

/** From this width on there is room for a rail and two panes. */
export const WIDE_FROM = 900;

/** Whether the window is wide enough for list and detail side by side. */
export const useWide = (): boolean => useWindowDimensions().width >= WIDE_FROM;
