import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { signLabel, signWords, zoneWords } from '@dendrix/core/words';
import type { Meeting } from '@dendrix/core/history';
import { onThisKind } from '@dendrix/core/judging';
import type { Look } from '@dendrix/core/record';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import { STEM_SIDES, type Taxon, type Zone } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { usePractice } from '@/features/shell/practice';
import { useSettings } from '@/features/shell/settings';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { useWide } from '@/ui/wide';
import type { VisitDraft } from '@/offline/draft';
import { devicesFor } from '../measure/devices';
import type { ChangeDraft } from '../useDraft';
import { drawCardsAhead } from './cards-ahead';
import { answerTo, unanswered } from './known';
import { ORDER } from './order';
import { PartPanel } from './PartPanel';
import type { Marking } from './SignSheet';
import { Sounded } from './Sounded';
import { zoneStates } from './states';
import { useWalk } from './useWalk';
import { WalkRound } from './WalkRound';
import { t } from '@/words/walk';

interface Props {
  draft: VisitDraft;
  change: ChangeDraft;
  /** What this visit saw so far. */
  look: Look;
  /** The visit before this one, for what was there then. */
  last: VisitView | undefined;
  /** Signs known from earlier visits, each as it was met last. */
  known: readonly Meeting[];
  tree: TreeBrief;
  taxon: Taxon | null;
  /** Diameter of the stem as measured now or before, m. */
  dbh: number | null;
  onMark: (marking: Marking) => void;
}

/** Walk-round complete: pick a side, say nothing here, mark a sign at its height, or say why it could not be reached. */
export function WalkStep({ draft, look, change, last, known, tree, taxon, dbh, onMark }: Props) {
  const states = zoneStates(draft, known);
  const waiting = unanswered(draft, known);
  const wide = useWide();
  const { units } = useSettings().settings;
  const practice = usePractice();
  const [picked, setPicked] = useState<Zone | null>(null);
  const current =
    picked ?? ORDER.find((zone) => states.get(zone) === 'known') ?? ORDER.find((zone) => states.get(zone) === 'blank') ?? null;
  const devices = useMemo(
    () => devicesFor(practice.on, tree, taxon, Date.parse(draft.startedAt)),
    [practice.on, tree, taxon, draft.startedAt],
  );
  useEffect(drawCardsAhead, []);
  const sides = STEM_SIDES.filter((zone) => ['clear', 'sign'].includes(states.get(zone) ?? 'blank')).length;
  const actions = useWalk({ draft, change, look, known, current, pick: setPicked });
  return (
    <View className={wide ? 'flex-row gap-6' : 'gap-3'}>
      <View className={wide ? 'w-[300px] items-center gap-2' : 'items-center gap-2'}>
        <WalkRound
          states={states}
          signs={draft.signs}
          sounding={draft.sounding}
          waiting={known.flatMap(({ sign }) => (answerTo(draft, sign)?.kind === 'seen' ? [] : [sign]))}
          current={current}
          onPick={setPicked}
          size={wide ? 300 : undefined}
        />
        <Pressable
          role="button"
          aria-pressed={current === 'surroundings'}
          onPress={() => setPicked('surroundings')}
          className={`min-h-[48px] justify-center rounded-full border px-4 ${current === 'surroundings' ? 'border-oxide' : 'border-ink'}`}
        >
          <Small className="text-ink">
            {states.get('surroundings') === 'blank'
              ? t('theSurroundingsNotInspected')
              : states.get('surroundings') === 'sign'
                ? t('theSurroundingsASign')
                : t('theSurroundingsInspected')}
          </Small>
        </Pressable>
        <Small>
          {waiting.length > 0
            ? waiting.length === 1
              ? t('of8SidesInspectedHatchedInspected', { sides })
              : t('sidesOf8SidesInspectedHatched', { sides, waiting: waiting.length })
            : t('of8SidesInspectedHatchedInspected2', { sides })}
        </Small>
      </View>
      <View className="min-w-0 flex-1 gap-3">
        {current ? (
          <PartPanel
            current={current}
            draft={draft}
            actions={actions}
            before={known.filter(({ sign }) => sign.zone === current)}
            asked={waiting.filter(({ sign }) => sign.zone === current)}
            last={last}
            blankHere={states.get(current) === 'blank'}
            onMark={onMark}
            onPhoto={(photo) => {
              setPicked(current);
              change((now) => ({ photos: [...now.photos, photo] }));
            }}
          />
        ) : (
          <>
            <Heading>{t('walkRoundComplete')}</Heading>
            <Body>{t('everyZoneIsInspectedOrMarked')}</Body>
          </>
        )}
        <Sounded
          zone={current}
          sounding={draft.sounding}
          drillings={draft.drillings}
          devices={devices}
          dbh={dbh}
          hints={onThisKind(library.signs.find(({ found }) => found === 'sound') ?? { onKinds: [] }, taxon?.name ?? null)}
          suspected={draft.signs.length > 0 || draft.sounding.some((s) => s.sound !== 'clear')}
          onSound={(zone, sound) => {
            setPicked(zone);
            change((now) => ({ sounding: [...now.sounding.filter((s) => s.zone !== zone), { zone, sound }] }));
          }}
          onClear={(zone) => {
            setPicked(zone);
            change((now) => ({ sounding: now.sounding.filter((s) => s.zone !== zone) }));
          }}
          onDrill={(drillings) => {
            setPicked(current);
            change({ drillings });
          }}
        />
        {draft.signs.length > 0 ? (
          <View className="gap-1">
            <Strong>{t('signsSoFar')}</Strong>
            {draft.signs.map((sign) => (
              <Small key={sign.key} className="text-ink">
                {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
              </Small>
            ))}
          </View>
        ) : null}
      </View>
    </View>
  );
}
