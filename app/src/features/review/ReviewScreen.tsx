import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback, type ReactNode } from 'react';
import { FlatList, Pressable, ScrollView, View } from 'react-native';
import type { QueueItem } from '@dendrix/core/contracts';
import { useKey } from '@/features/shell/Shortcuts';
import { dayWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Page, TreeTag, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { ReviewItem } from './ReviewItem';
import { useReviewQueue } from './useReview';

/** The queue by what matters; on a wide screen the visit stands beside it. */
export function ReviewScreen({ visitId }: { visitId?: string }) {
  const router = useRouter();
  const wide = useWide();
  const { account } = useSession();
  const allowed = account?.role === 'reviewer' || account?.role === 'coordinator';
  const queue = useReviewQueue(allowed);
  const { parcels } = useOutbox();
  // What was just settled travels in the address, since the queue is another page than the visit.
  const { settled } = useLocalSearchParams<{ settled?: string }>();
  const sent = new Set(parcels.flatMap((p) => (p.kind === 'review' ? [p.body.visitId] : [])));
  const items = (queue.data?.items ?? []).filter((item) => !sent.has(item.visit.id));
  const item = items.find((i) => i.visit.id === visitId) ?? (wide && !visitId ? items[0] : undefined);
  const next = useCallback(() => {
    const at = items.findIndex((i) => i.visit.id === item?.visit.id);
    const following = items[at + 1] ?? items[0];
    if (following) router.replace(`/review/${following.visit.id}`);
  }, [items, item, router]);
  useKey('n', next);

  if (!allowed) {
    return (
      <Page title="Review">
        <Body>A second opinion is given by reviewers. You are signed in as {account?.role}; what you send waits here for them.</Body>
      </Page>
    );
  }
  if (!queue.data)
    return (
      <Waiting
        what="the queue"
        problem={queue.error?.message}
        retry={queue.error ? <Button onPress={() => void queue.refetch()}>Try again</Button> : null}
      />
    );
  const done = (words: string) => {
    router.replace(`/review?settled=${encodeURIComponent(words)}`);
  };
  const list = (head: ReactNode, className: string) => (
    <FlatList
      className={className}
      contentContainerClassName="gap-1 w-full max-w-[760px] self-center p-4 pb-10"
      data={items}
      keyExtractor={(one) => one.visit.id}
      renderItem={({ item: one }) => <Row item={one} on={one.visit.id === item?.visit.id} />}
      initialNumToRender={12}
      windowSize={5}
      ListHeaderComponent={
        <View className="gap-3 pb-2">
          {head}
          <Small>{waitWords(items.length, queue.data.total - (queue.data.items.length - items.length))}</Small>
          {settled ? (
            <View role="status" className="border-l-4 border-l-lichen bg-lichen-wash px-3 py-2">
              <Body>{settled}</Body>
            </View>
          ) : null}
        </View>
      }
      ListEmptyComponent={<Body>Nothing waits for a second look.</Body>}
    />
  );
  if (wide) {
    return (
      <View className="min-h-0 flex-1 flex-row">
        {list(<Strong className="font-head text-[24px] leading-[28px]">Review</Strong>, 'w-[360px] flex-grow-0 border-r border-rule')}
        <ScrollView className="flex-1" contentContainerClassName="w-full max-w-[860px] gap-4 p-5 pb-10">
          {item ? <ReviewItem key={item.visit.id} item={item} onDone={done} /> : null}
        </ScrollView>
      </View>
    );
  }
  if (visitId && item) {
    return (
      <ScrollView className="flex-1" contentContainerClassName="gap-4 p-4 pb-10">
        <Button className="self-start" onPress={() => router.replace('/review')}>
          The queue
        </Button>
        <ReviewItem key={item.visit.id} item={item} onDone={done} />
      </ScrollView>
    );
  }
  return list(<Title>Review</Title>, 'flex-1 bg-paper');
}

/** How many wait; where more do than were sent, that those shown are the ones that matter most. */
export const waitWords = (shown: number, total: number): string =>
  total > shown ? `${total} wait; these ${shown} matter most.` : `${shown} wait, what matters most first.`;

function Row({ item, on }: { item: QueueItem; on: boolean }) {
  const router = useRouter();
  // What would give the answer away waits until the reviewer has given an own one.
  const why =
    item.why
      .filter(({ reveals }) => !reveals)
      .map(({ says }) => says)
      .join(', ') || 'a second look';
  return (
    <Pressable
      role="link"
      aria-current={on ? 'true' : undefined}
      aria-label={`Review ${item.tree.tag}: ${why}`}
      onPress={() => router.replace(`/review/${item.visit.id}`)}
      className={`min-h-[60px] gap-1 border-b border-rule px-2 py-2 active:opacity-60 ${on ? 'border-l-4 border-l-slate bg-slate-wash' : ''}`}
    >
      <View className="flex-row items-center justify-between gap-2">
        <TreeTag tag={item.tree.tag} />
        <Small>{dayWords(item.visit.look.day)}</Small>
      </View>
      <Body>{why}</Body>
      <Small>
        {item.tree.place}, seen by {item.visit.by.name}
      </Small>
    </Pressable>
  );
}
