import { Pressable, View } from 'react-native';
import { Body, Heading, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';

/** Keys that work everywhere; screens add their own and name them here. */
const KEYS: readonly { key: string; words: string }[] = [
  { key: 't', words: 'Today' },
  { key: 'm', words: 'Map' },
  { key: 'd', words: 'Rounds: plan a day' },
  { key: 'r', words: 'Review' },
  { key: 'l', words: 'Library' },
  { key: '/', words: 'Find a tree by its tag' },
  { key: 'n', words: 'In review: next visit' },
  { key: 'p', words: 'In review: visit before' },
  { key: 'c', words: 'In review: confirm' },
  { key: 'q', words: 'In review: question' },
  { key: 'o', words: 'In review: overturn' },
  { key: '?', words: 'This list' },
];

/** The keys, over what stands on the screen. */
export default function KeyList({ onClose }: { onClose: () => void }) {
  const dialog = useDialog(onClose);
  return (
    <View className="absolute inset-0 z-50 items-center justify-center">
      <Pressable aria-hidden tabIndex={-1} className="absolute inset-0 bg-ink opacity-40" onPress={onClose} />
      <View ref={dialog} role="dialog" aria-modal aria-label="Keys" className="w-[320px] gap-2 rounded-md border border-ink bg-sheet p-5">
        <Heading>Keys</Heading>
        {KEYS.map(({ key, words }) => (
          <View key={key} className="flex-row gap-4">
            <Strong className="w-6 text-center">{key}</Strong>
            <Body>{words}</Body>
          </View>
        ))}
        <Button onPress={onClose}>Close</Button>
      </View>
    </View>
  );
}
