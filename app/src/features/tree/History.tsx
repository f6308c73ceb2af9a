import { View } from 'react-native';
import { sideWords, signLabel, signWords, zoneWords } from '@dendrix/core/words';
import { unseenSides } from '@dendrix/core/history';
import type { TreeDetail } from '@dendrix/core/contracts';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { standingVisits } from '@dendrix/core/state';
import { Heading, Small, Strong } from '@/ui/text';
import { Rings } from './Rings';
import { t } from '@/words/tree';

/**
 * The rings, and beside them what the last visit saw and missed.
 * @param earlier visits that are not fetched: what these did not see, those may have
 */
export function History({ tree, earlier }: { tree: TreeDetail; earlier: number }) {
  const units = useUnits();
  if (tree.visits.length === 0) return null;
  const { never, lately } = unseenSides(
    library,
    standingVisits(tree.visits).map((visit) => visit.look),
  );
  const newest = standingVisits(tree.visits).at(-1)?.look.signs ?? [];
  return (
    <View className="gap-2">
      <Heading>{t('visitsAsRings')}</Heading>
      <View className="flex-row flex-wrap items-start gap-4">
        <Rings visits={tree.visits} size={228} />
        <View className="min-w-[110px] flex-1 gap-2">
          {newest.slice(0, 4).map((sign) => (
            <View key={sign.key}>
              <Strong>{signLabel(library, sign.id)}</Strong>
              <Small className="text-ink">
                {zoneWords(sign.zone)} {signWords(sign, units)}
              </Small>
            </View>
          ))}
          {newest.length === 0 ? <Small>{t('noSignAtTheLastVisit')}</Small> : null}
          <Small>
            {[
              t('dottedNotInspected'),
              never.length === 0
                ? ''
                : earlier > 0
                  ? t('notSeenInTheVisitsShown', { never: never.map(sideWords).join(', '), earlier })
                  : t('theSideHasNeverBeenSeen', { never: never.map(sideWords).join(', ') }),
              lately.length > 0 ? t('notSeenLastTime', { lately: lately.map(sideWords).join(', ') }) : '',
            ]
              .filter(Boolean)
              .join(' ')}
          </Small>
        </View>
      </View>
    </View>
  );
}
