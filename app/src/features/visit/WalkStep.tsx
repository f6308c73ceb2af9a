import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { zoneWords } from '@dendrix/core/condition';
import type { SignSeen, VisitView } from '@dendrix/core/contracts';
import { STEM_SIDES, ZONES, type Zone } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { dayWords } from '@/features/shell/words';
import { Body, Button, Heading, Remark, Small, Strong, useWide } from '@/ui';
import type { VisitDraft } from './draft';
import { signWords } from './sign-words';
import type { ChangeDraft } from './useDraft';
import { WalkRound, type ZoneState } from './WalkRound';

/** The order of a walk round: the stem side by side, then down, then up. */
const ORDER: readonly Zone[] = [
  ...(STEM_SIDES as Zone[]),
  'collar',
  'roots',
  'soil',
  'unions',
  'branches',
  'crown-low',
  'crown-mid',
  'crown-top',
  'foliage',
  'surroundings',
];

/** How each zone of a draft stands. */
export function zoneStates(draft: Pick<VisitDraft, 'looked' | 'signs' | 'blocked'>): Map<Zone, ZoneState> {
  return new Map(
    ZONES.map((zone): [Zone, ZoneState] => {
      if (draft.signs.some((sign) => sign.zone === zone)) return [zone, 'sign'];
      if (draft.looked.includes(zone)) return [zone, 'clear'];
      return [zone, draft.blocked.some((b) => b.zone === zone) ? 'blocked' : 'blank'];
    }),
  );
}

interface Props {
  draft: VisitDraft;
  change: ChangeDraft;
  /** The visit before this one, for what was there then. */
  last: VisitView | undefined;
  onMark: (zone: Zone) => void;
}

/** All the way round: pick a side, say nothing here, mark a sign, or say why it could not be reached. */
export function WalkStep({ draft, change, last, onMark }: Props) {
  const states = zoneStates(draft);
  const wide = useWide();
  const [picked, setPicked] = useState<Zone | null>(null);
  const current = picked ?? ORDER.find((zone) => states.get(zone) === 'blank') ?? null;
  const sides = STEM_SIDES.filter((zone) => ['clear', 'sign'].includes(states.get(zone) ?? 'blank')).length;
  const here = draft.signs.filter((sign) => sign.zone === current);
  const before = current && last ? last.record.signs.filter((sign) => sign.zone === current) : [];
  const seenBefore = current && last ? last.record.looked.includes(current) : false;

  const clear = () => {
    if (!current) return;
    change((now) => ({ looked: [...new Set([...now.looked, current])], blocked: now.blocked.filter((b) => b.zone !== current) }));
    setPicked(null);
  };
  const blocked = () => {
    if (!current) return;
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: [...now.blocked.filter((b) => b.zone !== current), { zone: current, why: 'wall, hedge or traffic' }],
    }));
    setPicked(null);
  };
  const blank = () => {
    if (!current) return;
    change((now) => ({
      looked: now.looked.filter((zone) => zone !== current),
      blocked: now.blocked.filter((b) => b.zone !== current),
      signs: now.signs.filter((sign) => sign.zone !== current),
    }));
    setPicked(current);
  };
  const again = (sign: SignSeen, trend: string) => {
    if (trend === 'gone') return clear();
    change((now) => ({ signs: [...now.signs, { ...sign, trend }] }));
    setPicked(null);
  };
  return (
    <View className={wide ? 'flex-row gap-6' : 'gap-3'}>
      <View className="items-center gap-2">
        <WalkRound states={states} signs={draft.signs} current={current} onPick={setPicked} />
        <Pressable
          role="button"
          aria-pressed={current === 'surroundings'}
          onPress={() => setPicked('surroundings')}
          className={`min-h-[48px] justify-center rounded-full border px-4 ${current === 'surroundings' ? 'border-oxide' : 'border-ink'}`}
        >
          <Small className="text-ink">
            The surroundings:{' '}
            {states.get('surroundings') === 'blank' ? 'not looked at' : states.get('surroundings') === 'sign' ? 'a sign' : 'looked at'}
          </Small>
        </Pressable>
        <Small>{sides} of 8 sides seen. Hatched is seen and clear. White is nobody’s word.</Small>
      </View>
      <View className="min-w-0 flex-1 gap-3">
        {current ? (
          <>
            <Heading className="text-[22px] leading-[26px]">Now the {zoneWords(current)}</Heading>
            {here.map((sign, i) => (
              <Remark key={i} mood="caution" title={library.signs.find((s) => s.id === sign.id)?.label ?? sign.id}>
                <View className="flex-row items-center justify-between gap-2">
                  <Body className="flex-shrink">{signWords(sign)}</Body>
                  <Button label={`Take back ${sign.id}`} onPress={() => change((now) => ({ signs: now.signs.filter((s) => s !== sign) }))}>
                    Take back
                  </Button>
                </View>
              </Remark>
            ))}
            <View className="flex-row gap-2">
              <Button kind="next" className="flex-1" onPress={clear}>
                {here.length > 0 ? 'Done here' : 'Nothing here'}
              </Button>
              <Button className="flex-1" onPress={() => onMark(current)}>
                {here.length > 0 ? 'Another sign' : 'Mark a sign'}
              </Button>
            </View>
            <Button kind="dashed" onPress={blocked}>
              Can’t get there: wall, hedge, traffic
            </Button>
            {states.get(current) !== 'blank' ? (
              <Button kind="quiet" onPress={blank}>
                Make it blank again
              </Button>
            ) : null}
            {before.length > 0 && last ? (
              <Remark mood="plain" title={`Last visit, ${dayWords(last.finishedAt.slice(0, 10))}`}>
                <View className="gap-2">
                  {before.map((sign, i) => (
                    <View key={i} className="gap-1">
                      <Body>
                        {library.signs.find((s) => s.id === sign.id)?.label ?? sign.id} {signWords(sign)}
                      </Body>
                      {here.some((s) => s.id === sign.id) ? null : (
                        <View className="flex-row gap-2">
                          <Button onPress={() => onMark(current)}>Larger</Button>
                          <Button onPress={() => again(sign, 'same')}>Same</Button>
                          <Button onPress={() => again(sign, 'gone')}>Gone</Button>
                        </View>
                      )}
                    </View>
                  ))}
                </View>
              </Remark>
            ) : last ? (
              <Small>
                Last visit, {dayWords(last.finishedAt.slice(0, 10))}: {seenBefore ? 'looked at, nothing here.' : 'nobody looked here.'}
              </Small>
            ) : null}
          </>
        ) : (
          <>
            <Heading>All the way round</Heading>
            <Body>Every zone is seen or said to be out of reach. Tap one to change it.</Body>
          </>
        )}
        {draft.signs.length > 0 ? (
          <View className="gap-1">
            <Strong>Signs so far</Strong>
            {draft.signs.map((sign, i) => (
              <Small key={i} className="text-ink">
                {library.signs.find((s) => s.id === sign.id)?.label ?? sign.id}, {zoneWords(sign.zone)} {signWords(sign)}
              </Small>
            ))}
          </View>
        ) : null}
      </View>
    </View>
  );
}
