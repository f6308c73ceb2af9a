import { useSyncExternalStore } from 'react';

// A line that stands above every screen. What finds out what to say comes after the first screen; the line itself is part of it.

type Topic = 'clock' | 'version';
const lines = new Map<Topic, string>();
const listeners = new Set<() => void>();
let shown: string | null = null;

/** Says something above every screen, or takes it back. The clock comes first: it falsifies what is recorded. */
export function sayAbove(topic: Topic, words: string | null): void {
  if (words === null) lines.delete(topic);
  else lines.set(topic, words);
  shown = lines.get('clock') ?? lines.get('version') ?? null;
  listeners.forEach((listener) => listener());
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** What is to be said above every screen; null where there is nothing. */
export const useAside = (): string | null => useSyncExternalStore(subscribe, () => shown);
