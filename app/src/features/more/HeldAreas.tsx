import { useQuery, useQueryClient } from '@tanstack/react-query';
import { View } from 'react-native';
import { dayWords, megabytes } from '@/features/shell/words';
import { BYTES_A_TREE, heldAreas, letGo, WHOLE_TOWN } from '@/offline/held';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card } from '@/ui/surface';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/more';

/** The areas whose trees the device holds, how much room they take, and a way to let each go. */
export function HeldAreas() {
  const client = useQueryClient();
  const areas = useQuery({ queryKey: ['held', 'areas'], queryFn: heldAreas, staleTime: 0 }).data ?? [];
  return (
    <Card className="gap-3">
      <Heading>{t('offlineAreas')}</Heading>
      {areas.length === 0 ? <Body>{t('noOfflineAreasYetChooseAn')}</Body> : null}
      {areas.map((area) => (
        <View key={area.id} className="flex-row items-center gap-3 border-b border-rule pb-2">
          <View className="min-w-0 flex-1">
            <Strong>{area.name}</Strong>
            <Small>
              {area.id === WHOLE_TOWN
                ? t('treesAsOfATownThis', {
                    trees: area.trees.toLocaleString('en'),
                    megabytes: megabytes(area.trees * BYTES_A_TREE),
                    day: dayWords(dayThere(area.heldAt)),
                  })
                : t('treesAsOf', {
                    trees: area.trees.toLocaleString('en'),
                    megabytes: megabytes(area.trees * BYTES_A_TREE),
                    day: dayWords(dayThere(area.heldAt)),
                  })}
            </Small>
          </View>
          {area.id === WHOLE_TOWN ? null : (
            <Button
              label={t('remove', { name: area.name })}
              onPress={() => void letGo(area.id).then(() => client.invalidateQueries({ queryKey: ['held'] }))}
            >
              {t('remove2')}
            </Button>
          )}
        </View>
      ))}
      <Small>{t('todaysRoundIsAlsoSavedHere')}</Small>
    </Card>
  );
}
