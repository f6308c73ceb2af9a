import { useRouter } from 'expo-router';
import { useEffect, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Body, Heading, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';

/** Keys that work everywhere; screens add their own and name them here. */
export const KEYS: readonly { key: string; words: string }[] = [
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

/** Whether a key press belongs to something being typed. */
export const isTyping = (event: KeyboardEvent): boolean => {
  const target = event.target as HTMLElement | null;
  return event.metaKey || event.ctrlKey || event.altKey || (target !== null && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
};

/** Listens for a key press outside of any field. */
export function useKey(key: string, act: () => void): void {
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key !== key || isTyping(event)) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [key, act]);
}

export function Shortcuts() {
  const router = useRouter();
  const [shown, setShown] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (isTyping(event)) return;
      if (event.key === '?') setShown((s) => !s);
      else if (event.key === 'Escape') setShown(false);
      else if (event.key === 't') router.navigate('/today');
      else if (event.key === 'm') router.navigate('/map');
      else if (event.key === 'd') router.navigate('/round');
      else if (event.key === 'r') router.navigate('/review');
      else if (event.key === 'l') router.navigate('/library');
      else if (event.key === '/') {
        event.preventDefault();
        router.navigate('/visit');
      }
    };
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, [router]);
  return shown ? <KeyList onClose={() => setShown(false)} /> : null;
}

function KeyList({ onClose }: { onClose: () => void }) {
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
