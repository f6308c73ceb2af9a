import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { RoundPlan, RoundStop } from '@dendrix/core/contracts';
import { clockAfter } from '@dendrix/core/sheet/round-sheet';
import { settles } from '@dendrix/core/planning';
import { addDays } from '@dendrix/core/time';
import { taxonNamed } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { dayWords, distanceWords } from '@/features/shell/words';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Latin, Said, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { TreeTag } from '@/ui/surface';
import { TOOL_WORDS } from './wishes';
import { t } from '@/words/rounds';

/** What can be done with a stop of a round that is being planned. */
export interface StopActs {
  pin: (id: string) => void;
  swap: (id: string) => void;
  putOff: (id: string) => void;
}

/** The stops of a round in their order. */
export function StopList({ plan, day, done = [], acts }: { plan: RoundPlan; day: string; done?: readonly string[]; acts?: StopActs }) {
  const next = plan.stops.find((stop) => !done.includes(stop.treeId))?.treeId;
  return (
    <View>
      {plan.stops.map((stop, i) => (
        <Stop
          key={stop.treeId}
          stop={stop}
          number={i + 1}
          from={plan.from}
          day={day}
          isDone={done.includes(stop.treeId)}
          isNext={stop.treeId === next}
          acts={acts}
        />
      ))}
    </View>
  );
}

/** What a visit of that day can settle, and what has to wait for another season. */
function showsWords(stop: RoundStop, day: string): string {
  const { now, later } = settles(taxonNamed(stop.taxon), day, stop.latitude);
  const waits = later.map(({ what, when }) => `${what} ${when}`).join('; ');
  return waits ? t('showsNotNow', { now: now.join(', '), waits }) : t('shows', { now: now.join(', ') });
}

interface StopProps {
  stop: RoundStop;
  number: number;
  from: string;
  day: string;
  isDone: boolean;
  isNext: boolean;
  acts: StopActs | undefined;
}

function Stop({ stop, number, from, day, isDone, isNext, acts }: StopProps) {
  const router = useRouter();
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const [puttingOff, setPuttingOff] = useState(false);
  return (
    <View className={`gap-2 border-t border-rule py-2 ${isNext ? 'border-l-4 border-l-oxide pl-2' : ''}`}>
      <View className="flex-row items-start gap-3">
        <View className="w-[52px]">
          <Strong className={isDone ? 'text-soft' : ''}>{clockAfter(from, stop.arrive)}</Strong>
          <Small>{isDone ? 'seen' : t('min', { value: Math.max(1, Math.round(stop.minutes)) })}</Small>
        </View>
        <Pressable
          role="link"
          onPress={() => router.push(`/tree/${stop.treeId}`)}
          className="min-h-[48px] min-w-0 flex-1 gap-1 active:opacity-60"
        >
          <View className="flex-row flex-wrap items-center gap-2">
            <Said>{t('stopTree', { number })}</Said>
            <TreeTag tag={stop.tag} />
            <Small className="flex-shrink">{stop.place}</Small>
          </View>
          <Body className={isDone ? 'text-soft' : ''} numberOfLines={open ? 0 : 2}>
            {stop.why}
          </Body>
          {stop.taxon ? <Latin className="text-[16px] leading-[19px]">{stop.taxon}</Latin> : null}
          <Small>
            {stop.pinned
              ? stop.lacks.length > 0
                ? t('onPinnedNotAtHand', {
                    distance: distanceWords(stop.metres, units),
                    lacks: stop.lacks.map((tool) => TOOL_WORDS[tool].toLowerCase()).join(', '),
                  })
                : t('onPinned', { distance: distanceWords(stop.metres, units) })
              : stop.lacks.length > 0
                ? t('onNotAtHand', {
                    distance: distanceWords(stop.metres, units),
                    lacks: stop.lacks.map((tool) => TOOL_WORDS[tool].toLowerCase()).join(', '),
                  })
                : t('on', { distance: distanceWords(stop.metres, units) })}
          </Small>
          <Small>{showsWords(stop, day)}</Small>
        </Pressable>
        {acts ? (
          <Button className="px-3" label={t('changeStop', { number, tag: stop.tag })} onPress={() => setOpen(!open)}>
            {open ? '−' : '…'}
          </Button>
        ) : null}
      </View>
      {acts && open ? (
        <View className="flex-row flex-wrap gap-2">
          <Button label={stop.pinned ? t('unpin', { tag: stop.tag }) : t('pin', { tag: stop.tag })} onPress={() => acts.pin(stop.treeId)}>
            {stop.pinned ? t('unpin2') : t('pin2')}
          </Button>
          <Button label={t('swapForAnother', { tag: stop.tag })} onPress={() => acts.swap(stop.treeId)}>
            {t('replace')}
          </Button>
          <Button label={t('postpone', { tag: stop.tag })} onPress={() => setPuttingOff(!puttingOff)}>
            {t('postpone2')}
          </Button>
        </View>
      ) : null}
      {acts && open && puttingOff ? <PutOffForm stop={stop} day={day} onDone={() => acts.putOff(stop.treeId)} /> : null}
    </View>
  );
}

/** To put a tree off takes a day and a reason; the day it is due stays, and it shows as overdue. */
function PutOffForm({ stop, day, onDone }: { stop: RoundStop; day: string; onDone: () => void }) {
  const { post } = useOutbox();
  const [days, setDays] = useState<'7' | '30' | '90'>('7');
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const until = addDays(day, Number(days));
  const send = async () => {
    if (reason.trim().length < 5) return setProblem(t('enterAShortReason'));
    const at = new Date().toISOString();
    try {
      await post({
        id: newId(),
        kind: 'put-off',
        queuedAt: at,
        words: t('putOffTo', { tag: stop.tag, until }),
        after: [stop.treeId],
        body: { treeId: stop.treeId, at, until, reason: reason.trim() },
      });
      onDone();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <View className="gap-2 border-l-4 border-l-sulphur bg-sulphur-wash p-3">
      <Choice
        label={t('for')}
        options={[
          { value: '7', words: t('aWeek') },
          { value: '30', words: t('aMonth') },
          { value: '90', words: t('threeMonths') },
        ]}
        value={days}
        onChange={setDays}
      />
      <Field label={t('why')} value={reason} onChangeText={setReason} problem={problem} />
      <Small className="text-ink">{t('itWillNotBeSuggestedBefore', { day: dayWords(until) })}</Small>
      <Button onPress={() => void send()}>{t('postponeTag', { tag: stop.tag })}</Button>
    </View>
  );
}
