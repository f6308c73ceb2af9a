import { View } from 'react-native';
import { Button } from '@/ui/button';
import { Body } from '@/ui/text';
import { Card } from '@/ui/surface';
import { t } from '@/words/exchange';

/** How far something long is, and a way to stop it. @param total 0 where it is not known yet */
export function Progress({ words, done, total, onStop }: { words: string; done: number; total: number; onStop: () => void }) {
  const share = total > 0 ? done / total : 0;
  return (
    <Card>
      <View className="flex-row items-center justify-between gap-3">
        <Body role="status">{total > 0 ? t('of', { words, done, total }) : `${words} …`}</Body>
        <Button onPress={onStop}>{t('stop')}</Button>
      </View>
      <View
        role="progressbar"
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label={words}
        className="h-3 overflow-hidden rounded-full border border-ink bg-sheet"
      >
        <View className="h-full bg-lichen" style={{ width: `${share * 100}%` }} />
      </View>
    </Card>
  );
}
