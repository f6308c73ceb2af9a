import type { ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { t } from '@/words/shell';

/** A screen that failed: the others go on, and nothing that was entered is lost. Every route shows it in its own place. */
export function Trouble({ error, retry }: ErrorBoundaryProps) {
  return (
    <View role="alert" className="gap-3 p-5">
      <Heading>{t('thisScreenCannotBeShown')}</Heading>
      <Body>{t('yourEntriesAreSavedOnThis')}</Body>
      <Small>{error.message}</Small>
      <Button kind="next" onPress={() => void retry()}>
        {t('tryAgain')}
      </Button>
      <Button onPress={() => window.location.reload()}>{t('openDendrixAgain')}</Button>
    </View>
  );
}
