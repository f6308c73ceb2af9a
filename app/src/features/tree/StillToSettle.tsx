import { View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import { dateWithSeason } from '@/features/shell/words';
import { Body } from '@/ui/text';
import { Remark } from '@/ui/surface';

/** Looks in another season that wait to settle the name. */
export function StillToSettle({ tree }: { tree: TreeDetail }) {
  const open = tree.followUps.filter((followUp) => followUp.trait !== null && followUp.doneOn === null);
  if (open.length === 0) return null;
  return (
    <Remark mood="second" title="Still needed to confirm the name">
      <View className="gap-1">
        {open.map((followUp) => (
          <Body key={followUp.id}>
            {followUp.because}. By {dateWithSeason(followUp.dueOn, tree.latitude)}.
          </Body>
        ))}
      </View>
    </Remark>
  );
}
