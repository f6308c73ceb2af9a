import { View } from 'react-native';
import { useOrganisation } from './useOrganisation';
import { Small } from '@/ui/text';
import { useSettings } from './settings';
import { t } from '@/words/shell';

/** Practising with simulated devices: only in a place that is there for it, and only while somebody has them out. */
export function usePractice(): { offered: boolean; on: boolean; turn: (on: boolean) => void } {
  const { practicePlace } = useOrganisation();
  const { settings, change } = useSettings();
  return { offered: practicePlace, on: practicePlace && settings.simulate, turn: (on) => change({ simulate: on }) };
}

/** Says, as long as simulated devices are out, that this is practice. */
export function PracticeBanner() {
  const { on } = usePractice();
  if (!on) return null;
  return (
    <View role="status" className="border-b-2 border-dashed border-ink bg-slate-wash px-4 py-1">
      <Small className="text-ink">{t('practiceModeSimulatedDevicesAreOn')}</Small>
    </View>
  );
}
