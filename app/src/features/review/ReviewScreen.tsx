import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import type { QueueItem } from '@dendrix/core/contracts';
import { useKey } from '@/features/shell/Shortcuts';
import { dayWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Small, Strong } from '@/ui/text';
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
  const items = (queue.data ?? []).filter((item) => !sent.has(item.visit.id));
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
  const list = (
    <View className="gap-1">
      {settled ? (
        <View role="status" className="border-l-4 border-l-lichen bg-lichen-wash px-3 py-2">
          <Body>{settled}</Body>
        </View>
      ) : null}
      {items.map((i) => (
        <Row key={i.visit.id} item={i} on={i.visit.id === item?.visit.id} />
      ))}
      {items.length === 0 ? <Body>Nothing waits for a second look.</Body> : null}
    </View>
  );
  if (wide) {
    return (
      <View className="min-h-0 flex-1 flex-row">
        <ScrollView className="w-[360px] flex-grow-0 border-r border-rule" contentContainerClassName="gap-3 p-4">
          <Strong className="font-head text-[24px] leading-[28px]">Review</Strong>
          <Small>{items.length} wait, what matters most first.</Small>
          {list}
        </ScrollView>
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
  return (
    <Page title="Review">
      <Small>{items.length} wait, what matters most first.</Small>
      {list}
    </Page>
  );
}

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
