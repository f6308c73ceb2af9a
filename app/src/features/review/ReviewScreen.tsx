import { mayAct } from '@dendrix/core/contracts/roles';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback, useState, type ReactNode } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { List } from '@/ui/list';
import type { QueueItem } from '@dendrix/core/contracts';
import { useKey } from '@/features/frame/Shortcuts';
import { daysBetween } from '@dendrix/core/time';
import { todayIso } from '@/features/shell/today';
import { useSession } from '@/features/shell/useSession';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Said, Small, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Page, TreeTag, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import type { QueueFilter } from '@/data/keys';
import { Filters } from './Filters';
import { ReviewItem } from './ReviewItem';
import { useReviewQueue, useUnderReview } from './useReview';
import { t } from '@/words/review';

/** The queue by what matters; on a wide screen the visit stands beside it. */
export function ReviewScreen({ visitId }: { visitId?: string }) {
  const router = useRouter();
  const wide = useWide();
  const { account } = useSession();
  const allowed = account !== null && mayAct(account.role, 'reviewer');
  const [filter, setFilter] = useState<QueueFilter>({});
  const queue = useReviewQueue(allowed, filter);
  const { parcels } = useOutbox();
  // What was just settled travels in the address, since the queue is another page than the visit.
  const { settled } = useLocalSearchParams<{ settled?: string }>();
  const sent = new Set(parcels.flatMap((p) => (p.kind === 'review' ? [p.body.visitId] : [])));
  const items = (queue.items ?? []).filter((item) => !sent.has(item.visit.id));
  const item = items.find((i) => i.visit.id === visitId) ?? (wide && !visitId ? items[0] : undefined);
  const next = useCallback(() => {
    const at = items.findIndex((i) => i.visit.id === item?.visit.id);
    const following = items[at + 1] ?? items[0];
    if (following) router.replace(`/review/${following.visit.id}`);
  }, [items, item, router]);
  useKey('n', next);
  const before = useCallback(() => {
    const at = items.findIndex((i) => i.visit.id === item?.visit.id);
    const one = items[at - 1] ?? items.at(-1);
    if (one) router.replace(`/review/${one.visit.id}`);
  }, [items, item, router]);
  useKey('p', before);

  if (!allowed) {
    return (
      <Page title={t('review')}>
        <Body>{t('onlyReviewersCanReviewVisitsYou', { role: account?.role ?? '' })}</Body>
      </Page>
    );
  }
  if (!queue.items)
    return (
      <Waiting
        what={t('theQueue')}
        problem={queue.error?.message}
        retry={queue.error ? <Button onPress={() => void queue.refetch()}>{t('tryAgain')}</Button> : null}
      />
    );
  const done = (words: string) => {
    router.replace(`/review?settled=${encodeURIComponent(words)}`);
  };
  const list = (head: ReactNode, className: string) => (
    <List
      className={className}
      contentContainerClassName="gap-1 w-full max-w-[760px] self-center p-4 pb-10"
      data={items}
      keyExtractor={(one) => one.visit.id}
      renderItem={({ item: one }) => <Row item={one} on={one.visit.id === item?.visit.id} />}
      initialNumToRender={12}
      windowSize={5}
      onEndReachedThreshold={1}
      onEndReached={() => {
        if (queue.hasNextPage && !queue.isFetching) void queue.fetchNextPage();
      }}
      ListHeaderComponent={
        <View className="gap-3 pb-2">
          {head}
          <View className="flex-row flex-wrap items-start gap-2">
            <Filters value={filter} onChange={setFilter} />
            <Button onPress={() => router.push('/agreement')}>{t('agreement')}</Button>
          </View>
          <Small>{waitWords(items.length, queue.total - ((queue.items?.length ?? 0) - items.length), queue.more)}</Small>
          {settled ? (
            <View role="status" className="border-l-4 border-l-lichen bg-lichen-wash px-3 py-2">
              <Body>{settled}</Body>
            </View>
          ) : null}
        </View>
      }
      ListEmptyComponent={<Body>{Object.keys(filter).length > 0 ? t('noVisitsMatchTheseFilters') : t('noVisitsToReview')}</Body>}
    />
  );
  if (wide) {
    return (
      <View className="min-h-0 flex-1 flex-row">
        {list(<Title className="text-[24px] leading-[28px]">{t('review')}</Title>, 'w-[360px] flex-grow-0 border-r border-rule')}
        <ScrollView className="flex-1" contentContainerClassName="w-full max-w-[860px] gap-4 p-5 pb-10">
          {item ? <Opened key={item.visit.id} item={item} onDone={done} /> : null}
        </ScrollView>
      </View>
    );
  }
  if (visitId && item) {
    return (
      <ScrollView className="flex-1" contentContainerClassName="gap-4 p-4 pb-10">
        <Button className="self-start" onPress={() => router.replace('/review')}>
          {t('reviewQueue')}
        </Button>
        <Opened key={item.visit.id} item={item} onDone={done} />
      </ScrollView>
    );
  }
  return list(<Title>{t('review')}</Title>, 'flex-1 bg-paper');
}

/** How many wait; where more do than are listed yet, that what matters most stands first. */
export const waitWords = (shown: number, total: number, more = false): string =>
  more
    ? t('moreThanVisitsWaitingMostImportant', { total })
    : total > shown
      ? t('visitsWaitingMostImportantFirst', { total, shown })
      : t('shownVisitsWaitingMostImportant', { shown });

/** A visit of the queue, opened: its evidence comes with its tree. */
function Opened({ item, onDone }: { item: QueueItem; onDone: (words: string) => void }) {
  const { item: whole, error, refetch, gone } = useUnderReview(item);
  if (whole) return <ReviewItem item={whole} onDone={onDone} />;
  const problem = gone ? t('thisVisitHasBeenReplacedBy') : error?.message;
  return (
    <Waiting
      what={t('theVisit')}
      problem={problem}
      retry={error ? <Button onPress={() => void refetch()}>{t('tryAgain')}</Button> : null}
    />
  );
}

/** How long it has waited, since of what matters alike the oldest comes first. */
function waitsWords(day: string): string {
  const days = daysBetween(day, todayIso());
  return days < 1 ? t('ofToday') : days < 60 ? t('daysOld', { days }) : t('monthsOld', { days: Math.round(days / 30.44) });
}

function Row({ item, on }: { item: QueueItem; on: boolean }) {
  const router = useRouter();
  // What would give the answer away waits until the reviewer has given an own one.
  const why =
    item.why
      .filter(({ reveals }) => !reveals)
      .map(({ says }) => says)
      .join(', ') || t('aSecondLook');
  return (
    <Pressable
      role="link"
      aria-current={on ? 'true' : undefined}
      onPress={() => router.replace(`/review/${item.visit.id}`)}
      className={`min-h-[60px] gap-1 border-b border-rule px-2 py-2 active:opacity-60 ${on ? 'border-l-4 border-l-slate bg-slate-wash' : ''}`}
    >
      <View className="flex-row items-center justify-between gap-2">
        <Said>{t('review')}</Said>
        <TreeTag tag={item.tree.tag} />
        <Small>{waitsWords(item.visit.day)}</Small>
      </View>
      <Body>{why}</Body>
      <Small>{t('seenBy', { place: item.tree.place, name: item.visit.by.name })}</Small>
    </Pressable>
  );
}
