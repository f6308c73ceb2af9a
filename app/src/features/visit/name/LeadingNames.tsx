import { Pressable, View } from 'react-native';
import { plateLeaf } from '@dendrix/core/figures';
import type { Trait } from '@dendrix/core/knowledge';
import { commonName } from '@/features/shell/library';
import { Body, Figures, Latin, Small, Strong } from '@/ui/text';
import { Drawing } from '@/ui/drawing';
import type { Naming } from './useNaming';
import { t } from '@/words/name';

/** What a look takes. */
const REACH_WORDS = { far: t('fromWhereYouStand'), near: t('atTheStem'), hand: t('inTheHand') } as const;

const percent = (p: number) => (p > 0.994 ? '99' : p < 0.005 ? '0' : Math.round(p * 100).toString());

interface Props {
  naming: Naming;
  onLook: (trait: Trait) => void;
  onName: () => void;
}

/** The foot of a visit: the leading names and the next look, always in view. */
export function LeadingNames({ naming, onLook, onName }: Props) {
  const { ranking, fit, confirmation, level } = naming.result;
  const [first, second, third] = ranking.candidates;
  const nothing = ranking.observations.length === 0;
  const next = naming.next;
  return (
    <View className="gap-2 border-t-2 border-ink bg-sheet px-4 pb-3 pt-2">
      {nothing || !first ? (
        <Small>{t('noFeaturesYetStartWithThe')}</Small>
      ) : fit === 'poor' ? (
        <View>
          <Strong>{t('nothingInTheLibraryFitsWhat')}</Strong>
          <Small>
            {level.name ? t('nearestCheckTheFeaturesOrType', { level: level.level, name: level.name }) : t('checkTheFeaturesOrTypeThe')}
          </Small>
        </View>
      ) : (
        <Pressable
          role="button"
          aria-label={t('leadingNamePercentOpenTheNames', { name: first.taxon.name, percent: percent(first.probability) })}
          onPress={onName}
          className="flex-row items-center gap-3 active:opacity-60"
        >
          <Drawing figure={plateLeaf(first.taxon)} width={46} height={52} />
          <View className="flex-1">
            <Latin className="text-[19px] leading-[22px]">{first.taxon.name}</Latin>
            <Small className="text-ink">
              {commonName(first.taxon.name)} ·{' '}
              <Strong className="text-[14px] text-lichen">{t('for', { agrees: first.agrees.length })}</Strong> ·{' '}
              {[
                t('contradict', { contradicts: first.contradicts.length }),
                confirmation.met ? t('enoughToConfirm') : (level.qualifier ?? ''),
              ]
                .filter(Boolean)
                .join(' · ')}
            </Small>
            <Small numberOfLines={1}>
              {t('then')}{' '}
              <Latin className="text-[14.5px] leading-[18px]">
                {[second, third]
                  .flatMap((c) => (c && c.probability > 0.005 ? [`${c.taxon.name} ${percent(c.probability)}%`] : []))
                  .join(', ') || t('noneNear')}
              </Latin>
            </Small>
          </View>
          <View className="flex-row items-baseline">
            <Figures>{percent(first.probability)}</Figures>
            <Strong className="text-[14px]">%</Strong>
          </View>
        </Pressable>
      )}
      {next ? (
        <Pressable
          role="button"
          onPress={() => onLook(next.trait)}
          className="min-h-[54px] justify-center rounded-md bg-oxide px-4 py-2 active:opacity-70"
        >
          <Strong className="text-on-oxide">{t('checkNext', { label: next.trait.label.toLowerCase() })}</Strong>
          <Body className="text-[14px] leading-[18px] text-on-oxide">
            {nothing
              ? t('separatesMostSpecies', { reach: REACH_WORDS[next.reach] })
              : next.splits.length > 1
                ? t('tells', { reach: REACH_WORDS[next.reach], one: short(next.splits[0] ?? ''), other: short(next.splits[1] ?? '') })
                : t('makesTheIdMoreCertain', { reach: REACH_WORDS[next.reach] })}
          </Body>
        </Pressable>
      ) : (
        <Pressable
          role="button"
          onPress={onName}
          className="min-h-[52px] flex-row items-center justify-between gap-3 rounded-md bg-oxide px-4 py-2 active:opacity-70"
        >
          <Strong className="text-on-oxide">{t('noMoreQuestions')}</Strong>
          <Body className="text-[14px] text-on-oxide">{t('confirmTheName')}</Body>
        </Pressable>
      )}
    </View>
  );
}

/** "C. occidentalis" for a button that has little room. */
export const short = (name: string): string => name.replace(/^([A-Z])[a-z]+ /, '$1. ');
