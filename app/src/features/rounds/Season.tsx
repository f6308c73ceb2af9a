import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { MONTH_NAMES } from '@dendrix/core/words/months';
import { seasonFrom } from '@/data/keys';
import { library } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Waiting } from '@/ui/surface';
import { t } from '@/words/rounds';

const labelOf = (trait: string) => library.traits.find(({ id }) => id === trait)?.label ?? trait;
const trees = (n: number) => t('trees', { n });

/** The twelve months ahead: how much is due in each, and which open questions each can settle. */
export function Season() {
  const { data, error, refetch } = useQuery(seasonFrom(todayIso()));
  if (!data)
    return (
      <Waiting
        what={t('theSeason2')}
        problem={error?.message}
        retry={error ? <Button onPress={() => void refetch()}>{t('tryAgain')}</Button> : null}
      />
    );
  const most = Math.max(1, ...data.months.map(({ due }) => due));
  return (
    <View className="gap-1">
      {data.overdue > 0 ? (
        <Body>
          <Strong className="text-oxide">{t('overdue', { trees: trees(data.overdue) })}</Strong> {t('theyGoIntoTheNextRound')}
        </Body>
      ) : null}
      {data.months.map(({ month, due, looks }) => (
        <View key={month} className="gap-1 border-t border-rule py-2">
          <View className="flex-row items-center gap-3">
            <Strong className="w-[136px]">
              {MONTH_NAMES[Number(month.slice(5)) - 1]} {month.slice(0, 4)}
            </Strong>
            <View className="h-[14px] flex-1 flex-row" aria-hidden>
              <View className="h-full rounded-sm bg-ink" style={{ width: `${(100 * due) / most}%` }} />
            </View>
            <Small className="w-[72px] text-right text-ink">{t('due', { due })}</Small>
          </View>
          {looks.length > 0 ? (
            looks.map(({ trait, trees: n, lastChance }) => (
              <Body key={trait}>
                {t('showsOnWithTheNameOpen', { label: labelOf(trait), trees: trees(n) })}
                {lastChance > 0 ? (
                  <Strong> {lastChance === n ? t('lastMonthForAll') : t('lastMonthForSome', { lastChance })}</Strong>
                ) : null}
              </Body>
            ))
          ) : (
            <Small>{t('nothingToCheckThisMonth')}</Small>
          )}
        </View>
      ))}
    </View>
  );
}
