import { Small } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { useOthersAt } from './usePresence';
import { t } from '@/words/live';

const listed = (names: readonly string[]) =>
  names.length < 2 ? names.join('') : t('and', { names: names.slice(0, -1).join(', '), names2: names.at(-1) ?? '' });

/** Who else stands at the tree now; nothing where nobody does. */
export function AtTree({ tree }: { tree: string }) {
  const others = useOthersAt(tree);
  if (others.length === 0) return null;
  return (
    <Remark mood="second" title={t('areAtThisTreeNow', { others: listed(others), others2: others.length })}>
      <Small className="text-ink">{t('bothVisitsWouldBeSavedAgree')}</Small>
    </Remark>
  );
}
