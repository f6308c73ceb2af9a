// Stands for parts of packages that no screen of the application shows: navigators of tabs and stacks, a site map, notices of a
// development server.
import { createContext } from 'react';

const Nothing = () => null;
/** Sets no titles: each screen has its own. */
const Head = { Provider: ({ children }) => children };

export const createNativeStackNavigator = () => ({ Navigator: Nothing, Screen: Nothing, Group: Nothing });
export const BottomTabBarHeightContext = createContext(undefined);
export const featureFlags = { experiment: {} };
/** Drawings are pressed as the web presses: by their own `onClick`. */
export default () => {};
export const isNativeTabTrigger = () => false;
export { Head, Nothing as HrefPreview, Nothing as Sitemap, Nothing as Toast, Nothing as ToastWrapper, Nothing as Unmatched };
