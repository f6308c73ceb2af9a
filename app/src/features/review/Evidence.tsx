import { useMemo } from 'react';
import { View } from 'react-native';
import { alsoRecorded, signLabel, signWords, zoneWords, OVERRULED_WORDS, optionWords, ratingWords } from '@dendrix/core/words';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import { figureFor } from '@dendrix/core/figures';
import { LINES } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { LINE_WORDS } from '@/features/visit/name/Ladder';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { zoneStates } from '@/features/visit/walk/states';
import { WalkRound } from '@/features/visit/walk/WalkRound';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { namedFrom } from './named-from';
import { t } from '@/words/review';

const traits = new Map(library.traits.map((trait) => [trait.id, trait]));

/** Evidence, without the name that was drawn from it; what would give the answer away is shown after the reviewer's own. */
export function Evidence({ visit, tree, revealed }: { visit: VisitView; tree: TreeBrief; revealed: boolean }) {
  const units = useUnits();
  const { look } = visit;
  const byLine = LINES.map((line) => ({ line, seen: look.observations.filter((o) => traits.get(o.trait)?.line === line) })).filter(
    ({ seen }) => seen.length > 0,
  );
  return (
    <View className="gap-4">
      <Heading>{t('evidence')}</Heading>
      {byLine.map(({ line, seen }) => (
        <View key={line} className="gap-2">
          <Strong>{LINE_WORDS[line]}</Strong>
          <View className="flex-row flex-wrap gap-2">
            {seen.map((o) => {
              const trait = traits.get(o.trait);
              const state = trait?.states.find((s) => s.id === o.state);
              const figure = o.state ? figureFor(o.trait, o.state) : null;
              return (
                <View key={o.trait} className="w-[108px] overflow-hidden rounded-md border border-rule bg-sheet">
                  {figure ? (
                    <View className="h-[64px] items-center border-b border-rule">
                      <Drawing figure={figure} width="100%" height="100%" cover={figure.width > figure.height} />
                    </View>
                  ) : null}
                  <View className="p-2">
                    <Strong className="text-[14px] leading-[17px]">{state?.label ?? `${o.value} ${o.unit ?? ''}`}</Strong>
                    <Small className="text-[12.5px] leading-[15px]">
                      {o.certainty === 'sure'
                        ? o.source === 'ground'
                          ? t('litter', { label: trait?.label.toLowerCase() ?? '' })
                          : trait?.label.toLowerCase()
                        : o.source === 'ground'
                          ? t('labelCertaintyLitter', { label: trait?.label.toLowerCase() ?? '', certainty: o.certainty })
                          : `${trait?.label.toLowerCase()}, ${o.certainty}`}
                    </Small>
                  </View>
                </View>
              );
            })}
          </View>
        </View>
      ))}
      {byLine.length === 0 ? <Small>{t('noIdFeaturesRecorded')}</Small> : null}
      <View className="flex-row flex-wrap items-center gap-4">
        <WalkRound states={zoneStates(look)} signs={look.signs} sounding={look.sounding} current={null} size={230} />
        <View className="min-w-[180px] flex-1 gap-1">
          {look.signs.map((sign) => (
            <Body key={sign.key}>
              <Strong>{signLabel(library, sign.id)}</Strong>, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
          ))}
          {look.signs.length === 0 ? <Small>{t('noSignsRecorded')}</Small> : null}
          {alsoRecorded(library, look, units).map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
          <Small>{t('whiteNotInspected')}</Small>
        </View>
      </View>
      {look.photos.length > 0 ? (
        <View className="flex-row flex-wrap gap-2">
          {look.photos.map((photo) => (
            <Thumbnail key={photo.id} photo={photo} />
          ))}
        </View>
      ) : null}
      {(revealed ? look.overrules : []).map((one) => (
        <Remark
          key={one.what}
          mood="second"
          title={t('theySetTo', { overruled: OVERRULED_WORDS[one.what], option: optionWords(ratingWords(one.to)) })}
        >
          {one.why}
        </Remark>
      ))}
      {revealed && look.note ? (
        <Remark mood="plain" title={t('theirNote')}>
          {look.note}
        </Remark>
      ) : null}
      <Doubt item={visit} tree={tree} />
    </View>
  );
}

/** How the engine reads the marks today, without naming the answer that was given. */
function Doubt({ item, tree }: { item: VisitView; tree: TreeBrief }) {
  const fit = useMemo(() => namedFrom(item, tree)?.fit ?? null, [item, tree]);
  return fit === 'poor' ? <Remark mood="caution">{t('noSpeciesMatchesAllTheseFeatures')}</Remark> : null;
}
