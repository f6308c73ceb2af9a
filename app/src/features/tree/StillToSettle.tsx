import { View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import { dateWithSeason } from '@/features/shell/words';
import { Body } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { t } from '@/words/tree';

/** Looks in another season that wait to settle the name. */
export function StillToSettle({ tree }: { tree: TreeDetail }) {
  const open = tree.followUps.filter((followUp) => followUp.trait !== null && followUp.doneOn === null);
  if (open.length === 0) return null;
  return (
    <Remark mood="second" title={t('stillNeededToConfirmTheName')}>
      <View className="gap-1">
        {open.map((followUp) => (
          <Body key={followUp.id}>
            {t('becauseByDatewithseason', { because: followUp.because, dateWithSeason: dateWithSeason(followUp.dueOn, tree.latitude) })}
          </Body>
        ))}
      </View>
    </Remark>
  );
}
