import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Body, Heading } from '@/ui/text';
import { Button } from '@/ui/button';
import { t } from '@/words/shell';

/** An address that leads nowhere: an old link, or one mistyped. */
export function NotFound() {
  const router = useRouter();
  return (
    <View className="gap-3 p-5">
      <Heading>{t('noSuchPage')}</Heading>
      <Body>{t('thisPageDoesNotExistEntries')}</Body>
      <Button kind="next" onPress={() => router.replace('/today')}>
        {t('toWhatIsDueToday')}
      </Button>
    </View>
  );
}
