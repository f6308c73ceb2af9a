import { startTransition, useEffect, useState } from 'react';

/**
 * How many of a list are drawn: the first at once, then a few more after each painting, so that what is in sight does not wait for
 * what is not, and a tap is answered meanwhile.
 * @param count how many there are
 * @param first how many are drawn at once
 * @param step how many more at a time, about what a phone shows
 */
export function useGradually(count: number, first: number, step: number): number {
  const [shown, setShown] = useState(first);
  useEffect(() => {
    if (shown >= count) return;
    const timer = setTimeout(() => startTransition(() => setShown(shown + step)), 0);
    return () => clearTimeout(timer);
  }, [shown, count, step]);
  return Math.min(shown, count);
}
