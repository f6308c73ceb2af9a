import { View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Figures, Small } from '@/ui/text';
import { Card } from '@/ui/surface';
import { t } from '@/words/tree';

/** The sizes that stand. */
export function Facts({ tree }: { tree: TreeDetail }) {
  const { settings } = useSettings();
  const crown = tree.visits.find((visit) => visit.look.measurements.crownSpread)?.look.measurements.crownSpread;
  return (
    <Card>
      <View className="flex-row flex-wrap gap-x-8 gap-y-3">
        <Fact label={t('diameter')} value={tree.dbh === null ? t('notMeasured') : lengthWords(tree.dbh, settings.units, 'stem')} />
        <Fact label={t('height')} value={tree.height === null ? t('notMeasured') : lengthWords(tree.height, settings.units, 'tree')} />
        {crown ? <Fact label={t('crown')} value={lengthWords(crown.m, settings.units, 'tree')} /> : null}
        <Fact label={t('planted')} value={tree.plantedYear === null ? t('notKnown') : String(tree.plantedYear)} />
      </View>
    </Card>
  );
}

const Fact = ({ label, value }: { label: string; value: string }) => (
  <View>
    <Small>{label}</Small>
    <Figures className={/^[0-9]/.test(value) ? '' : 'text-[16px]'}>{value}</Figures>
  </View>
);
