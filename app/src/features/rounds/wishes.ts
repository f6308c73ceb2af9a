import { TOOLS, type RoundPlan, type Tool, type Way } from '@dendrix/core/contracts';
import { t } from '@/words/rounds';

/** How a person usually goes round: kept on the device, so that nobody says it every morning. */
export interface Wishes {
  from: string;
  hours: string;
  by: Way;
  back: boolean;
  tools: readonly Tool[];
  start: RoundPlan['start'] | null;
}

const FIRST: Wishes = { from: '08:00', hours: '4', by: 'foot', back: true, tools: ['tape', 'mallet'], start: null };
const KEY = 'dendrix-round';

/** What was wished for last; the usual where nothing was, or where it cannot be read. */
export function lastWishes(): Wishes {
  try {
    const kept = { ...FIRST, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Wishes>) };
    return { ...kept, tools: kept.tools.filter((tool) => TOOLS.includes(tool)) };
  } catch {
    return FIRST;
  }
}

export const keepWishes = (wishes: Wishes): void => localStorage.setItem(KEY, JSON.stringify(wishes));

/** Hours as they are typed, in minutes; null for as long as it takes. @returns a sentence where they are none */
export function minutesOf(hours: string): { minutes: number | null } | { problem: string } {
  const text = hours.trim().replace(',', '.');
  if (text === '') return { minutes: null };
  const n = Number(text);
  if (!Number.isFinite(n) || n < 0.25 || n > 16) return { problem: t('enter025To16Hours') };
  return { minutes: Math.round(n * 60) };
}

const CLOCK = /^([01]?\d|2[0-3])[:.h]?([0-5]\d)$/;
/** A clock time as it is typed: 8:00, 08.00, 0800. @returns null where it is none */
export function clockOf(text: string): string | null {
  const found = CLOCK.exec(text.trim());
  return found ? `${(found[1] ?? '').padStart(2, '0')}:${found[2] ?? '00'}` : null;
}

export const TOOL_WORDS: Record<Tool, string> = {
  mallet: t('mallet'),
  probe: t('probe'),
  binoculars: t('binoculars'),
  tape: t('tape'),
  height: t('heightMeter'),
  ladder: t('ladder'),
};
