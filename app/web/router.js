// What the application uses of expo-router. Its own index also carries tabs, stacks, drawers and a site map, which no screen here has;
// types come from the real one.
export { useLocalSearchParams, usePathname, useRouter } from 'expo-router/build/hooks';
export { Redirect } from 'expo-router/build/link/Redirect';
export { Slot } from 'expo-router/build/views/Navigator';
