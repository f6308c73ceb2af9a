import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useEffect, type ReactNode } from 'react';
import { View } from 'react-native';
import { SafeAreaProvider } from 'react-native-safe-area-context';
import { onRestored, persister, queryClient, worthKeeping, KEEP_FOR, KEPT_SHAPE } from '@/data/cache';
import { registerServiceWorker } from '@/offline/service-worker';
import { ThemeProvider } from '@/ui/theme';
import { SettingsProvider } from '@/features/shell/settings';

/** Everything below has theme, settings and the kept answers. The page itself names the fonts. */
export function Providers({ children }: { children: ReactNode }) {
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
