import { listed } from '@dendrix/core/words';
import { Small } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { useOthersAt } from './usePresence';
import { t } from '@/words/live';

/** Who else stands at the tree now; nothing where nobody does. */
export function AtTree({ tree }: { tree: string }) {
  const others = useOthersAt(tree);
  if (others.length === 0) return null;
  return (
    <Remark mood="second" title={t('areAtThisTreeNow', { others: listed(others), count: others.length })}>
      <Small className="text-ink">{t('bothVisitsWouldBeSavedAgree')}</Small>
    </Remark>
  );
}
