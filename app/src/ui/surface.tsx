import type { ReactNode } from 'react';
import { ScrollView, View } from 'react-native';
import { Body, Small, Strong, Title } from './text';
import { t } from '@/words/ui';

/** A scrolling page with a headline. */
export function Page({ title, children, aside, wide = false }: { title?: string; children: ReactNode; aside?: ReactNode; wide?: boolean }) {
  return (
    <ScrollView
      className="flex-1 bg-paper"
      contentContainerClassName={`w-full self-center px-4 pb-10 pt-4 gap-4 ${wide ? 'max-w-[1180px]' : 'max-w-[760px]'}`}
    >
      {title ? (
        <View className="flex-row items-end justify-between gap-3">
          <Title className="flex-shrink">{title}</Title>
          {aside}
        </View>
      ) : null}
      {children}
    </ScrollView>
  );
}

/** A sheet of paper on the page. */
export const Card = ({ children, className = '' }: { children: ReactNode; className?: string }) => (
  <View className={`gap-2 rounded-md border border-rule bg-sheet p-4 ${className}`}>{children}</View>
);

type Mood = 'caution' | 'settled' | 'second' | 'plain';
const MOODS: Record<Mood, string> = {
  caution: 'border-l-sulphur bg-sulphur-wash',
  settled: 'border-l-lichen bg-lichen-wash',
  second: 'border-l-slate bg-slate-wash',
  plain: 'border-l-rule bg-sheet',
};

/** A remark at the margin: a bar of its colour, and words that say what it is. */
export const Remark = ({ mood, title, children }: { mood: Mood; title?: string; children: ReactNode }) => (
  <View className={`gap-1 border-l-4 px-3 py-2 ${MOODS[mood]}`}>
    {title ? <Strong>{title}</Strong> : null}
    {typeof children === 'string' ? <Body>{children}</Body> : children}
  </View>
);

/** The tag of a tree, as it hangs on the stem. */
export const TreeTag = ({ tag }: { tag: string }) => (
  <View className="self-start rounded-sm bg-ink px-2 py-1">
    <Strong className="text-[15px] text-paper">{tag}</Strong>
  </View>
);

/** What is shown while something is fetched, or when it cannot be. */
export function Waiting({ what, problem, retry }: { what: string; problem?: string | null; retry?: ReactNode }) {
  return (
    <View className="items-start gap-3 p-4" role={problem ? 'alert' : 'status'}>
      {problem ? <Body>{problem}</Body> : <Small>{t('fetching', { what })}</Small>}
      {retry}
    </View>
  );
}
