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
import { t } from '@/words/walk';

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
      <Heading className="text-[22px] leading-[26px]">{t('nowThe', { zone: zoneWords(current) })}</Heading>
      {here.map((sign) => (
        <MarkedHere key={sign.key} sign={sign} photos={draft.photos} onTakeBack={() => takeBack([sign])} />
      ))}
      {asked.length > 0 ? (
        <Small className="text-ink">
          {asked.length === 1 ? t('answerTheKnownDefectBeforeThis') : t('answerTheKnownDefectsBeforeThis', { asked: asked.length })}
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
          {seenBefore
            ? t('lastVisitInspectedNothingFound', { day: dayWords(last.look.day) })
            : t('lastVisitNotInspected', { day: dayWords(last.look.day) })}
        </Small>
      ) : null}
      <View className="flex-row gap-2">
        <Button kind="next" className="flex-1" onPress={clear} disabled={asked.length > 0}>
          {before.length > 0 ? t('nothingNewHere') : here.length > 0 ? t('doneHere') : t('noSignsHere')}
        </Button>
        <Button className="flex-1" onPress={() => onMark({ zone: current })}>
          {here.length > 0 ? t('anotherSign') : t('addASign')}
        </Button>
      </View>
      <Button kind="dashed" onPress={blocked}>
        {t('cannotReachWallHedgeTraffic')}
      </Button>
      {current.startsWith('stem-') ? (
        <View className="gap-1">
          <Small className="font-body-bold">{t('orTapTheHeightOnThe')}</Small>
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
          {t('clearNotInspected')}
        </Button>
      ) : null}
    </>
  );
}
