import { useState } from 'react';
import { View } from 'react-native';
import { signLabel, signWords, zoneWords, ratingWords } from '@dendrix/core/words';
import type { TreeDetail, VisitView } from '@dendrix/core/contracts';
import { AGREEMENTS, SCALES, type AgreementWord, type PointRead } from '@dendrix/core/record';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { pointWords } from '@/features/talk/points';
import { Talk } from '@/features/talk/Talk';
import { useMessages } from '@/features/talk/useTalk';
import { Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { t } from '@/words/review';

interface Point {
  point: string;
  what: string;
  says: string;
  /** What else it could be, for one that is read otherwise. */
  others: readonly { value: string; words: string }[];
}

const GLYPHS: Record<AgreementWord, string> = { agrees: '✓', differs: '≠', 'cannot tell': '?' };
const WORDS: Record<AgreementWord, string> = { agrees: t('agree'), differs: t('disagree'), 'cannot tell': t('cannotTell') };

/** The points of a visit: its bands, its marks and its signs. */
function usePoints(visit: VisitView): Point[] {
  const units = useUnits();
  const { look, judgement } = visit;
  return [
    ...SCALES.map((scale): Point => ({
      point: `scale/${scale}`,
      what: pointWords(`scale/${scale}`),
      says: ratingWords(judgement[scale].band),
      others: [],
    })),
    ...look.observations.flatMap((seen): Point[] => {
      const trait = library.traits.find(({ id }) => id === seen.trait);
      if (!trait) return [];
      return [
        {
          point: `trait/${seen.trait}`,
          what: trait.label.toLowerCase(),
          says: trait.states.find(({ id }) => id === seen.state)?.label ?? `${seen.value ?? ''} ${seen.unit ?? ''}`.trim(),
          others: trait.states.filter(({ id }) => id !== seen.state).map(({ id, label }) => ({ value: id, words: label })),
        },
      ];
    }),
    ...look.signs.map((sign): Point => ({
      point: `sign/${sign.key}`,
      what: signLabel(library, sign.id).toLowerCase(),
      says: `${zoneWords(sign.zone)} ${signWords(sign, units)}`.trim(),
      others: [],
    })),
  ];
}

interface Props {
  visit: VisitView;
  tree: TreeDetail;
  reads: readonly PointRead[];
  onRead: (reads: PointRead[]) => void;
}

/** Each point of a visit by itself: whether the reviewer reads it alike, and what is said about it. Nobody has to mark any. */
export function Points({ visit, tree, reads, onRead }: Props) {
  const points = usePoints(visit);
  const [open, setOpen] = useState<string | null>(null);
  const messages = useMessages(tree);
  const rest = points.filter(({ point }) => !reads.some((read) => read.point === point));
  const set = (point: string, read: PointRead | null) => onRead([...reads.filter((one) => one.point !== point), ...(read ? [read] : [])]);
  return (
    <View className="gap-2">
      {points.map(({ point, what, says, others }) => {
        const read = reads.find((one) => one.point === point);
        const talk = messages.filter((message) => message.visitId === visit.id && message.point === point).length;
        const on = open === point;
        return (
          <View
            key={point}
            className={`gap-2 border-l-4 py-1 pl-3 ${read ? (read.reads === 'differs' ? 'border-l-sulphur' : read.reads === 'agrees' ? 'border-l-lichen' : 'border-l-rule') : 'border-l-rule'}`}
          >
            <View className="flex-row flex-wrap items-center gap-2">
              <View className="min-w-[140px] flex-1">
                <Small>{what}</Small>
                <Strong>{says}</Strong>
              </View>
              <Button
                className="px-3"
                label={
                  read
                    ? talk > 0
                      ? t('saidMarkOrTalk', { what, value: WORDS[read.reads].toLowerCase(), talk })
                      : t('markOrTalk', { what, value: WORDS[read.reads].toLowerCase() })
                    : talk > 0
                      ? t('notMarkedSaidMarkOrTalk', { what, talk })
                      : t('notMarkedMarkOrTalk', { what })
                }
                onPress={() => setOpen(on ? null : point)}
              >
                {[read ? `${GLYPHS[read.reads]} ${WORDS[read.reads]}` : t('mark'), ...(talk > 0 ? [talk] : [])].join(' · ')}
              </Button>
            </View>
            {on ? (
              <View className="gap-3 pb-2">
                <Choice
                  label={t('howYouRead', { what })}
                  shown={false}
                  options={AGREEMENTS.map((value) => ({ value, words: WORDS[value] }))}
                  value={read?.reads ?? null}
                  onChange={(value) => set(point, { point, reads: value, says: null })}
                />
                {read?.reads === 'differs' && others.length > 0 ? (
                  <Choice
                    label={t('youRead')}
                    options={others}
                    value={read.says}
                    onChange={(value) => set(point, { point, reads: 'differs', says: value })}
                  />
                ) : null}
                <Talk tree={tree} visitId={visit.id} point={point} about={what} />
              </View>
            ) : null}
          </View>
        );
      })}
      {rest.length > 0 && rest.length < points.length ? (
        <Button
          className="self-start"
          onPress={() => onRead([...reads, ...rest.map(({ point }): PointRead => ({ point, reads: 'agrees', says: null }))])}
        >
          {t('agreeWithTheOther', { rest: rest.length })}
        </Button>
      ) : null}
      {rest.length === points.length && points.length > 0 ? (
        <Button
          className="self-start"
          onPress={() => onRead(points.map(({ point }): PointRead => ({ point, reads: 'agrees', says: null })))}
        >
          {t('agreeWithAll')}
        </Button>
      ) : null}
    </View>
  );
}
