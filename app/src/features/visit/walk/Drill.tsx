import { useState } from 'react';
import { View } from 'react-native';
import Svg, { Path, Rect, Text } from 'react-native-svg';
import { sideWords, zoneWords } from '@dendrix/core/words';
import type { Drilling } from '@dendrix/core/record';
import type { DrillReading } from '@dendrix/core/devices';
import type { Zone } from '@dendrix/core/knowledge';
import { lengthInWords, parseLength } from '@dendrix/core/units';
import { SHELL_WARNS, shellRatio, stemUnit } from '@dendrix/core/measuring';
import { useSettings, useUnits } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { useTheme } from '@/ui/theme';
import { drillStem, type Devices } from '../measure/devices';
import { t } from '@/words/walk';

const DRILL_HEIGHT = 1;

interface Props {
  zone: Zone | null;
  drillings: readonly Drilling[];
  onChange: (drillings: Drilling[]) => void;
  devices: Devices;
  suspected: boolean;
  /** Diameter of the stem as far as it is known, m. */
  dbh: number | null;
}

/** A line drilled by a qualified person: the sound shell typed from the device's strip, or read off a simulated profile. */
export function Drill({ zone, drillings, onChange, devices, suspected, dbh }: Props) {
  const { settings } = useSettings();
  const [open, setOpen] = useState(false);
  const [shell, setShell] = useState('');
  const [drawn, setDrawn] = useState<{ reading: DrillReading; profile: number[]; step: number } | null>(null);
  const side = zone?.startsWith('stem-') || zone === 'collar' ? zone : null;
  const typed = shell.trim() === '' ? null : parseLength(shell, stemUnit(settings));
  const add = (drilling: Omit<Drilling, 'zone' | 'height'>) =>
    side && onChange([...drillings, { zone: side, height: DRILL_HEIGHT, ...drilling }]);
  if (!open && drillings.length === 0) return <Button onPress={() => setOpen(true)}>{t('addADrillResult')}</Button>;
  return (
    <View className="gap-2">
      {drillings.map((line, i) => (
        <View key={i} className="flex-row items-center justify-between gap-2">
          <Body className="flex-shrink">
            {zoneWords(line.zone)}: <Strong>{lengthWords(line.shell, settings.units, 'stem')}</Strong>{' '}
            {[
              line.decayMet
                ? line.from === 'typed'
                  ? t('soundThenSoft')
                  : t('soundThenSoftLength', { length: lengthWords(line.plusMinus, settings.units, 'stem') })
                : t('soundToTheEnd'),
              line.simulated ? t('simulatedCountsForNothing') : '',
              line.decayMet && dbh !== null && shellRatio(dbh, line.shell) < SHELL_WARNS
                ? t('underOfTheRadius', { shellWarns: SHELL_WARNS })
                : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </Body>
          <Button label={t('removeDrillResult', { i: i + 1 })} onPress={() => onChange(drillings.filter((_d, j) => j !== i))}>
            {t('remove')}
          </Button>
        </View>
      ))}
      {side ? (
        <>
          <Field
            label={side === 'collar' ? t('depthOfSoundWoodRootCollar') : t('depthOfSoundWoodSide', { side: sideWords(side) })}
            value={shell}
            inputMode="decimal"
            suffix={stemUnit(settings)}
            onChangeText={setShell}
            problem={typed === null && shell.trim() !== '' ? t('enterALength') : null}
            hint={t('fromTheDrillTrace')}
          />
          <View className="flex-row flex-wrap gap-2">
            <Button
              disabled={typed === null}
              onPress={() => {
                add({ bark: 0, shell: typed ?? 0, plusMinus: 0.005, decayMet: true, from: 'typed' });
                setShell('');
              }}
            >
              {t('softAfterThat')}
            </Button>
            <Button
              disabled={typed === null}
              onPress={() => {
                add({ bark: 0, shell: typed ?? 0, plusMinus: 0.005, decayMet: false, from: 'typed' });
                setShell('');
              }}
            >
              {t('soundToTheEndOfThe')}
            </Button>
            {devices.on ? (
              <Button
                onPress={() => {
                  const made = drillStem(devices, suspected);
                  setDrawn(made);
                  const { bark, shell: m, plusMinus, decayMet } = made.reading;
                  add({ bark, shell: m, plusMinus, decayMet, from: 'drill', simulated: true });
                }}
              >
                {t('simulatedDrill')}
              </Button>
            ) : null}
          </View>
        </>
      ) : (
        <Small>{t('chooseTheDrilledSide')}</Small>
      )}
      {drawn ? <Profile {...drawn} /> : null}
      <Remark mood="plain">{t('drillingWoundsTheTreeItIs')}</Remark>
    </View>
  );
}

const WIDTH = 320;
const HEIGHT = 90;

/** Resistance by depth, the sound shell marked. */
function Profile({ reading, profile, step }: { reading: DrillReading; profile: number[]; step: number }) {
  const units = useUnits();
  const { palette: p } = useTheme();
  const x = (depth: number) => 8 + (depth / (profile.length * step)) * (WIDTH - 16);
  const y = (r: number) => HEIGHT - 14 - (r / 60) * (HEIGHT - 24);
  // One point a pixel is all that can be seen.
  const every = Math.max(1, Math.floor(profile.length / (WIDTH - 16)));
  const d = profile
    .filter((_v, i) => i % every === 0)
    .map((r, i) => `${i === 0 ? 'M' : 'L'}${x(i * every * step).toFixed(1)} ${y(r).toFixed(1)}`)
    .join('');
  const end = reading.bark + reading.shell;
  return (
    <Svg
      width="100%"
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={
        reading.decayMet
          ? t('resistanceByDepthBarkSoundWood', {
              lengthIn: lengthInWords(reading.bark, units),
              length: lengthWords(reading.shell, units, 'stem'),
            })
          : t('resistanceByDepthBarkLengthinSound', {
              lengthIn: lengthInWords(reading.bark, units),
              length: lengthWords(reading.shell, units, 'stem'),
            })
      }
    >
      <Rect x={x(reading.bark)} y={4} width={Math.max(0, x(end) - x(reading.bark))} height={HEIGHT - 18} fill={p.lichenWash} />
      <Path d={d} stroke={p.ink} strokeWidth={1} fill="none" />
      <Path d={`M8 ${HEIGHT - 14}H${WIDTH - 8}`} stroke={p.soft} strokeWidth={1} />
      <Text x={x(reading.bark) + 4} y={15} fontSize={11} fontFamily="Atkinson_700" fill={p.lichen}>
        {t('sound')}
      </Text>
      <Text x={WIDTH - 8} y={HEIGHT - 2} fontSize={11} fontFamily="Atkinson_400" textAnchor="end" fill={p.soft}>
        {t('pith')}
      </Text>
    </Svg>
  );
}
