import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useFonts } from 'expo-font';
import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { onRestored, persister, queryClient, worthKeeping, KEEP_FOR } from '@/data/cache';
import { registerServiceWorker } from '@/offline/service-worker';
import { ThemeProvider } from '@/ui/theme';
import { SettingsProvider } from './settings';

/** Changes with the shape of what is kept: answers of an older version are fetched anew. */
const KEPT_SHAPE = '4';

/** Everything below has theme, settings and the kept answers. Fonts take the place of the system's when they are there: nobody waits for them. */
export function Providers({ children }: { children: ReactNode }) {
  useFonts({
    Bricolage_600: require('@expo-google-fonts/bricolage-grotesque/600SemiBold/BricolageGrotesque_600SemiBold.ttf') as number,
    Bricolage_700: require('@expo-google-fonts/bricolage-grotesque/700Bold/BricolageGrotesque_700Bold.ttf') as number,
    Atkinson_400: require('@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf') as number,
    Atkinson_700: require('@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf') as number,
    Newsreader_500_Italic: require('@expo-google-fonts/newsreader/500Medium_Italic/Newsreader_500Medium_Italic.ttf') as number,
  });
  useEffect(registerServiceWorker, []);
  return (
    <View style={{ flex: 1 }}>
      <SafeAreaProvider>
        <PersistQueryClientProvider
          client={queryClient}
          onSuccess={() => onRestored(queryClient)}
          persistOptions={{ persister, maxAge: KEEP_FOR, buster: KEPT_SHAPE, dehydrateOptions: { shouldDehydrateQuery: worthKeeping } }}
        >
          <ThemeProvider>
            <SettingsProvider>{children}</SettingsProvider>
          </ThemeProvider>
        </PersistQueryClientProvider>
      </SafeAreaProvider>
    </View>
  );
}
