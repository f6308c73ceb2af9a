import { useMemo } from 'react';
import { View } from 'react-native';
import type { TreeBrief, VisitView } from '@dendrix/core/contracts';
import type { Taxon } from '@dendrix/core/knowledge';
import type { Entry, MeasuredEntry } from '@dendrix/core/measuring';
import { usePractice } from '@/features/shell/practice';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { Small } from '@/ui/text';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { CrownCard } from './CrownCard';
import { devicesFor } from './devices';
import { HeightCard } from './HeightCard';
import { NumbersCard } from './NumbersCard';
import { PositionCard } from './PositionCard';
import { StemCard } from './StemCard';
import { t } from '@/words/measure';

interface Props {
  draft: VisitDraft;
  measuring: MeasuredEntry;
  change: ChangeDraft;
  tree: TreeBrief;
  taxon: Taxon | null;
  before: readonly VisitView[];
  date: string;
}

/** Stem, height and crown: typed as read from tape and clinometer, or read by a device; the arithmetic is done here. */
export function MeasureStep({ draft, measuring, change, tree, taxon, before, date }: Props) {
  const practice = usePractice();
  const type = (part: Partial<Entry>) => change((now) => ({ measure: { ...now.measure, ...part } }));
  // The practice tree of the simulators is made once a visit, so that two readings are of one tree.
  const devices = useMemo(
    () => devicesFor(practice.on, tree, taxon, Date.parse(draft.startedAt)),
    [practice.on, tree, taxon, draft.startedAt],
  );
  return (
    <View className="gap-4">
      <StemCard {...{ draft, measuring, change, type, devices }} />
      <HeightCard entry={draft.measure} {...{ measuring, type, devices }} />
      <CrownCard entry={draft.measure} {...{ measuring, type }} />
      {measuring.questions.map((question) => (
        <Remark key={question} mood="caution" title={t('isThisRight')}>
          {question}
        </Remark>
      ))}
      <NumbersCard {...{ measuring, taxon, before, date }} />
      <PositionCard position={draft.position} listed={tree} onChange={(position) => change({ position })} devices={devices} />
      {practice.offered ? (
        <View className="gap-1">
          <Button onPress={() => practice.turn(!practice.on)}>
            {practice.on ? t('turnOffSimulatedDevices') : t('useSimulatedDevicesPractice')}
          </Button>
          <Small>{t('aSimulatedTapeHypsometerReceiver')}</Small>
        </View>
      ) : null}
    </View>
  );
}
