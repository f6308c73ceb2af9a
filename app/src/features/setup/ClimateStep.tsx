import { useState } from 'react';
import { View } from 'react-native';
import { zone } from '@dendrix/core/knowledge';
import { isTimeZone } from '@dendrix/core/record';
import { seasonOf } from '@dendrix/core/time';
import { todayIso } from '@/features/shell/today';
import { Small } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import type { StepProps } from './OutlineStep';
import { t } from '@/words/setup';

const GAPS = ['none', '12', '24', '36', '60'] as const;

/** What the months and the winters are like, and how long a tree may go unseen. */
export function ClimateStep({ given, keep }: StepProps) {
  const [hardiness, setHardiness] = useState(given.hardiness ?? '');
  const [timeZone, setTimeZone] = useState(given.timeZone);
  const [problem, setProblem] = useState<string | null>(null);
  const [kept, setKept] = useState(false);
  const zoneProblem = hardiness.trim() === '' || zone.safeParse(hardiness.trim()).success ? null : t('aZoneFrom1To13');
  const timeProblem = isTimeZone(timeZone.trim()) ? null : t('aNameSuchAsEuropeVienna');
  const act = (change: Parameters<typeof keep>[0]) => {
    setProblem(null);
    setKept(false);
    keep(change).then(
      () => setKept(true),
      (error: Error) => setProblem(error.message),
    );
  };
  return (
    <View className="gap-3">
      <Field
        label={t('hardinessZone1TheColdest13')}
        value={hardiness}
        onChangeText={setHardiness}
        autoCapitalize="none"
        problem={zoneProblem}
        hint={t('speciesThatAreNotHardyHere')}
      />
      <Field label={t('timeZone')} value={timeZone} onChangeText={setTimeZone} autoCapitalize="none" problem={timeProblem} />
      <Small>
        {given.latitude < 0
          ? t('itIsThereNowMonthsAre', { season: seasonOf(todayIso(), given.latitude) ?? '' })
          : t('itIsSeasonThereNowMonths', { season: seasonOf(todayIso(), given.latitude) ?? '' })}
      </Small>
      <Button
        className="self-start"
        disabled={zoneProblem !== null || timeProblem !== null}
        onPress={() => act({ hardiness: hardiness.trim() === '' ? null : hardiness.trim(), timeZone: timeZone.trim() })}
      >
        {t('save')}
      </Button>
      <Choice
        label={t('longestTimeBetweenVisitsMonths')}
        options={GAPS.map((value) => ({ value, words: value === 'none' ? t('noRule') : value }))}
        value={given.longestGap === null ? 'none' : (String(given.longestGap) as (typeof GAPS)[number])}
        onChange={(months) => act({ longestGap: months === 'none' ? null : Number(months) })}
      />
      <Small>{t('anAssessmentCanAskForAn')}</Small>
      {problem ? <Remark mood="caution">{problem}</Remark> : kept ? <Small role="status">{t('saved')}</Small> : null}
    </View>
  );
}
