import { View } from 'react-native';
import type { VisitView } from '@dendrix/core/contracts';
import type { Meeting } from '@dendrix/core/history';
import type { Zone } from '@dendrix/core/knowledge';
import { zoneWords } from '@dendrix/core/words';
import { dayWords } from '@/features/shell/words';
import type { VisitDraft } from '@/offline/draft';
import { Button } from '@/ui/button';
import { Heading, Small } from '@/ui/text';
import { KnownFault } from './KnownFault';
import { answerTo } from './known';
import { MarkedHere } from './MarkedHere';
import type { Marking } from './SignSheet';
import { StemHeights } from './StemHeights';
import type { WalkActions } from './useWalk';
import { WholeSide } from './WholeSide';

interface Props {
  current: Zone;
  draft: VisitDraft;
  actions: WalkActions;
  /** Known defects of this part, and of them those without an answer. */
  before: readonly Meeting[];
  asked: readonly Meeting[];
  /** The visit before this one, for what was there then. */
  last: VisitView | undefined;
  /** Nothing was said of this part so far. */
  blankHere: boolean;
  onMark: (marking: Marking) => void;
  onPhoto: (photo: VisitDraft['photos'][number]) => void;
}

/** The part somebody stands at: what is marked, what was known, and what can be said of it. */
export function PartPanel({ current, draft, actions, before, asked, last, blankHere, onMark, onPhoto }: Props) {
  const { here, photosHere, clear, blocked, takeBack, blank, goesOn, notSeen, undo, canTell } = actions;
  const seenBefore = last ? last.look.looked.includes(current) : false;
  return (
    <>
      <Heading className="text-[22px] leading-[26px]">Now the {zoneWords(current)}</Heading>
      {here.map((sign) => (
        <MarkedHere key={sign.key} sign={sign} photos={draft.photos} onTakeBack={() => takeBack([sign])} />
      ))}
      {asked.length > 0 ? (
        <Small className="text-ink">
          {asked.length === 1 ? 'Answer the known defect' : `Answer the ${asked.length} known defects`} before this part counts as
          inspected.
        </Small>
      ) : null}
      {before.map((one) => (
        <KnownFault
          key={one.sign.key}
          known={one}
          answer={answerTo(draft, one.sign)}
          canTell={canTell(one.sign)}
          onSame={() => goesOn(one.sign, 'same')}
          onLarger={() => onMark({ zone: one.sign.zone, larger: one.sign })}
          onGone={() => goesOn(one.sign, 'gone')}
          onNotSeen={() => notSeen(one.sign)}
          onClose={(ended, note) => goesOn(one.sign, 'gone', ended, note)}
          onUndo={() => undo(one.sign)}
        />
      ))}
      {before.length === 0 && last ? (
        <Small>
          Last visit, {dayWords(last.look.day)}: {seenBefore ? 'inspected, nothing found.' : 'not inspected.'}
        </Small>
      ) : null}
      <View className="flex-row gap-2">
        <Button kind="next" className="flex-1" onPress={clear} disabled={asked.length > 0}>
          {before.length > 0 ? 'Nothing new here' : here.length > 0 ? 'Done here' : 'No signs here'}
        </Button>
        <Button className="flex-1" onPress={() => onMark({ zone: current })}>
          {here.length > 0 ? 'Another sign' : 'Add a sign'}
        </Button>
      </View>
      <Button kind="dashed" onPress={blocked}>
        Cannot reach: wall, hedge, traffic
      </Button>
      {current.startsWith('stem-') ? (
        <View className="gap-1">
          <Small className="font-body-bold">Or tap the height on the stem</Small>
          <StemHeights
            zone={current}
            signs={here}
            before={before.map(({ sign }) => sign)}
            onPick={(height) => onMark({ zone: current, height })}
          />
        </View>
      ) : null}
      <WholeSide zone={current} photos={photosHere} onPhoto={onPhoto} />
      {!blankHere ? (
        <Button kind="quiet" onPress={blank}>
          Clear: not inspected
        </Button>
      ) : null}
    </>
  );
}
