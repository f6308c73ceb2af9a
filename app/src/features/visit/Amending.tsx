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
      <Remark mood="caution" title={`${elsewhere.by.name} amended this visit meanwhile`}>
        <View className="gap-2">
          <Body>What they wrote is not in yours. Look at it on the page of the tree, then say which of the two is to stand.</Body>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="next" onPress={() => change({ amends: { ...amends, visit: elsewhere.id } })}>
              Mine corrects theirs
            </Button>
            <Button onPress={onDrop}>Theirs stands, mine goes</Button>
          </View>
        </View>
      </Remark>
    );
  return (
    <Remark mood="second" title={`You amend the visit of ${dayWords(amends.day)}`}>
      Change what was wrong and send it. What was written stays in the record beside it.
    </Remark>
  );
}
