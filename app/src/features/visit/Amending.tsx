import { View } from 'react-native';
import type { VisitView } from '@dendrix/core/contracts';
import { versionsOf } from '@dendrix/core/state';
import { dayWords } from '@/features/shell/words';
import type { VisitDraft } from '@/offline/draft';
import { Body } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import type { ChangeDraft } from './useDraft';

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
      <Remark mood="caution" title={`${elsewhere.by.name} also amended this visit`}>
        <View className="gap-2">
          <Body>Your version does not include theirs. Read it on the tree page, then choose one.</Body>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="next" onPress={() => change({ amends: { ...amends, visit: elsewhere.id } })}>
              Keep my version
            </Button>
            <Button onPress={onDrop}>Keep their version</Button>
          </View>
        </View>
      </Remark>
    );
  return (
    <Remark mood="second" title={`You are amending the visit of ${dayWords(amends.day)}`}>
      Correct the errors and submit. The original stays in the record.
    </Remark>
  );
}
