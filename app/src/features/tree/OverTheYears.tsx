import { useMemo, useState } from 'react';
import { View } from 'react-native';
import { alertsOf, ANYWHERE, changesOver, type Place } from '@dendrix/core/history';
import type { Change } from '@dendrix/core/record';
import type { ReviewView, VisitView } from '@dendrix/core/contracts';
import { readAsReviewed, standingVisits } from '@dendrix/core/state';
import { library } from '@/features/shell/library';
import { useSettings } from '@/features/shell/settings';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { ChangeLine } from '@/features/record/ChangeLine';
import { t } from '@/words/tree';

const FIRST_SHOWN = 4;
const COURSE_WORDS: Record<Change['course'], string> = {
  worse: t('worse'),
  better: t('better'),
  steady: t('steady'),
  'one reading': t('oneReading'),
  'not found again': t('notFoundAgain'),
};

interface Props {
  visits: readonly VisitView[];
  reviews?: readonly ReviewView[];
  /** Where it stands and what it is: in which months a passing sign would show. */
  place?: Place;
  earlier?: number;
}
const NONE: readonly ReviewView[] = [];

/** How a tree changed over its visits: real worsenings first and unasked, the rest below, each with its readings drawn. */
export function OverTheYears({ visits, reviews = NONE, place = ANYWHERE, earlier = 0 }: Props) {
  const [all, setAll] = useState(false);
  const { units } = useSettings().settings;
  const changes = useMemo(
    () => changesOver(library, standingVisits(visits).map(readAsReviewed(visits, reviews)), place, { units }),
    [visits, reviews, place, units],
  );
  const alerts = alertsOf(changes);
  const told = [
    ...alerts,
    ...changes.filter((change) => change.course !== 'worse' && change.points.length + (change.clearSince ? 1 : 0) > 1),
  ];
  if (told.length === 0) return null;
  return (
    <Card className="gap-3">
      <Heading>{t('trends')}</Heading>
      {earlier > 0 ? <Small>{t('fromTheVisitsShownEarlierOnes', { earlier })}</Small> : null}
      {alerts.length > 0 ? (
        <Remark mood="caution" title={alerts.length === 1 ? t('oneThingGetsWorse') : t('thingsGetWorse', { alerts: alerts.length })}>
          {t('moreThanMeasurementError')}
        </Remark>
      ) : null}
      {(all ? told : told.slice(0, FIRST_SHOWN)).map((change) => (
        <View key={`${change.what}/${change.key ?? ''}`} className="gap-1">
          <Body>
            <Strong className={change.course === 'worse' ? 'text-oxide' : ''}>{COURSE_WORDS[change.course]}. </Strong>
            {change.says}
          </Body>
          <ChangeLine change={change} />
        </View>
      ))}
      {told.length > FIRST_SHOWN ? (
        <Button onPress={() => setAll(!all)}>{all ? t('fewer') : t('more', { told: told.length - FIRST_SHOWN })}</Button>
      ) : null}
      <Small>{t('dashedLineChangeIsWithin')}</Small>
    </Card>
  );
}
