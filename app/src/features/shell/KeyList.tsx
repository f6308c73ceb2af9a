import { Pressable, View } from 'react-native';
import { Body, Heading, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';
import { t } from '@/words/shell';

/** Keys that work everywhere; screens add their own and name them here. */
const KEYS: readonly { key: string; words: string }[] = [
  { key: 't', words: t('today') },
  { key: 'm', words: t('map') },
  { key: 'd', words: t('roundsPlanADay') },
  { key: 'r', words: t('review') },
  { key: 'l', words: t('library') },
  { key: '/', words: t('findATreeByItsTag') },
  { key: 'n', words: t('inReviewNextVisit') },
  { key: 'p', words: t('inReviewVisitBefore') },
  { key: 'c', words: t('inReviewConfirm') },
  { key: 'q', words: t('inReviewQuestion') },
  { key: 'o', words: t('inReviewOverturn') },
  { key: '?', words: t('thisList') },
];

/** The keys, over what stands on the screen. */
export default function KeyList({ onClose }: { onClose: () => void }) {
  const dialog = useDialog(onClose);
  return (
    <View className="absolute inset-0 z-50 items-center justify-center">
      <Pressable aria-hidden tabIndex={-1} className="absolute inset-0 bg-ink opacity-40" onPress={onClose} />
      <View
        ref={dialog}
        role="dialog"
        aria-modal
        aria-label={t('keys')}
        className="w-[320px] gap-2 rounded-md border border-ink bg-sheet p-5"
      >
        <Heading>{t('keys')}</Heading>
        {KEYS.map(({ key, words }) => (
          <View key={key} className="flex-row gap-4">
            <Strong className="w-6 text-center">{key}</Strong>
            <Body>{words}</Body>
          </View>
        ))}
        <Button onPress={onClose}>{t('close')}</Button>
      </View>
    </View>
  );
}
