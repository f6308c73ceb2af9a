import { useRouter } from 'expo-router';
import { lazy, Suspense, useEffect, useState } from 'react';

/** The list is fetched once somebody asks for it. */
const KeyList = lazy(() => import('@/features/shell/KeyList'));

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
  return shown ? (
    <Suspense>
      <KeyList onClose={() => setShown(false)} />
    </Suspense>
  ) : null;
}
