import type { TreeDetail } from '@dendrix/core/contracts';
import { dayWords } from '@/features/shell/words';
import { useOutbox } from '@/offline/OutboxProvider';
import { Remark } from '@/ui/surface';
import { t } from '@/words/tree';

/** That nobody goes there before a day, and why; what waits on this device counts. Past, it is history. */
export function PutOffSaid({ tree, today }: { tree: TreeDetail; today: string }) {
  const { parcels } = useOutbox();
  const waiting = parcels.flatMap((parcel) => (parcel.kind === 'put-off' && parcel.body.treeId === tree.id ? [parcel.body] : []));
  const newest = [...waiting, ...tree.putOffs].sort((a, b) => b.at.localeCompare(a.at))[0];
  if (!newest || newest.until <= today) return null;
  const day = dayWords(newest.until);
  const title = 'by' in newest ? t('putOffToBy', { day, name: (newest as TreeDetail['putOffs'][number]).by.name }) : t('putOffTo', { day });
  return (
    <Remark mood="caution" title={title}>
      {newest.reason}
    </Remark>
  );
}
