import { View } from 'react-native';
import type { VisitView } from '@dendrix/core/contracts';
import { versionsOf } from '@dendrix/core/state';
import { dayWords } from '@/features/shell/words';
import type { VisitDraft } from '@/offline/draft';
import { Body } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import type { ChangeDraft } from './useDraft';
import { t } from '@/words/visit';

interface Props {
  draft: VisitDraft;
  visits: readonly VisitView[];
  change: ChangeDraft;
  onDrop: () => void;
}

/** That a visit is amended and not made; where somebody else amended it meanwhile, which of the two is meant. */
export function Amending({ draft, visits, change, onDrop }: Props) {
  const { amends } = draft;
  if (!amends) return null;
  const newest = versionsOf(visits, amends.visit).at(-1);
  const elsewhere = newest && newest.id !== amends.visit ? newest : null;
  if (elsewhere)
    return (
      <Remark mood="caution" title={t('alsoAmendedThisVisit', { name: elsewhere.by.name })}>
        <View className="gap-2">
          <Body>{t('yourVersionDoesNotIncludeTheirs')}</Body>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="next" onPress={() => change({ amends: { ...amends, visit: elsewhere.id } })}>
              {t('keepMyVersion')}
            </Button>
            <Button onPress={onDrop}>{t('keepTheirVersion')}</Button>
          </View>
        </View>
      </Remark>
    );
  return (
    <Remark mood="second" title={t('youAreAmendingTheVisitOf', { day: dayWords(amends.day) })}>
      {t('correctTheErrorsAndSubmitThe')}
    </Remark>
  );
}
