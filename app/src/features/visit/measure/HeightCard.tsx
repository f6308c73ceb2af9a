import { View } from 'react-native';
import { HEIGHT_METHODS, type HeightMethod } from '@dendrix/core/figures';
import { handUnit, treeUnit, type Entry, type EntryField, type MeasuredEntry } from '@dendrix/core/measuring';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Figures, Heading, Small } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Field } from '@/ui/field';
import { shoot, type Devices } from './devices';
import { HowTo } from './HowTo';
import { t } from '@/words/measure';

const METHOD_WORDS: Record<HeightMethod, string> = {
  tangent: t('distanceAndAngles'),
  sine: t('laserTwoShots'),
  stick: t('stick'),
  device: t('hypsometer'),
  typed: t('typedFromADevice'),
};

interface Props {
  entry: Entry;
  measuring: MeasuredEntry;
  type: (part: Partial<Entry>) => void;
  devices: Devices;
}

/** The height by any of the usual ways, read as often as one likes. */
export function HeightCard({ entry, measuring, type, devices }: Props) {
  const { settings } = useSettings();
  const { values, now, problems, warnings, stands } = measuring;
  const how = entry.heightHow;
  const methods = HEIGHT_METHODS.filter((method) => method !== 'device' || devices.on);
  // Typed over, a field is no longer what the simulated device wrote.
  const byHand = (part: Partial<Entry>) => type({ ...part, simulated: { ...entry.simulated, height: false } });
  const length = (field: keyof Entry & EntryField, label: string, unit: string = treeUnit(settings), hint?: string) => (
    <Field
      className="flex-1"
      label={label}
      value={entry[field] as string}
      inputMode="decimal"
      suffix={unit}
      onChangeText={(text) => byHand({ [field]: text })}
      problem={problems[field]}
      hint={hint}
    />
  );
  const angle = (field: 'top' | 'base', label: string, hint?: string) => (
    <Field
      className="flex-1"
      label={label}
      value={entry[field]}
      suffix={entry.angleUnit === 'deg' ? '°' : '%'}
      onChangeText={(text) => byHand({ [field]: text })}
      problem={problems[field]}
      hint={hint}
    />
  );
  return (
    <Card className="gap-3">
      <Heading>{t('height')}</Heading>
      <Choice
        label={t('heightMethod')}
        shown={false}
        options={methods.map((value) => ({ value, words: METHOD_WORDS[value] }))}
        value={how}
        onChange={(heightHow) => byHand({ heightHow })}
      />
      {how === 'typed' ? null : <HowTo name={how} />}
      {how === 'typed' ? length('height', t('height')) : null}
      {how === 'tangent' ? (
        <>
          {length('distance', t('levelDistanceToTheStem'))}
          <View className="flex-row gap-3">
            {angle('top', t('angleToTheTop'))}
            {angle('base', t('angleToTheBase'), t('minusBelowLevel'))}
          </View>
        </>
      ) : null}
      {how === 'sine' || how === 'device' ? (
        <>
          {how === 'device' ? (
            <Button onPress={() => type(shoot(devices, entry, settings))}>{t('simulatedHypsometerShoots')}</Button>
          ) : null}
          <View className="flex-row gap-3">
            {length('topDistance', t('distanceToTheTop'))}
            {angle('top', t('angleToTheTop'))}
          </View>
          <View className="flex-row gap-3">
            {length('baseDistance', t('distanceToTheBase'))}
            {angle('base', t('angleToTheBase'), t('minusBelowLevel'))}
          </View>
        </>
      ) : null}
      {how === 'stick' ? (
        <>
          {length('distance', t('distanceToTheStem'))}
          <View className="flex-row gap-3">
            {length('stick', t('lengthOfTheStick'), handUnit(settings))}
            {length('arm', t('eyeToStick'), handUnit(settings))}
          </View>
          {length('eye', t('eyeHeightIfTheBaseWas'), treeUnit(settings))}
        </>
      ) : null}
      {how === 'tangent' || how === 'sine' ? (
        <Choice
          label={t('scaleOfTheClinometer')}
          shown={false}
          options={[
            { value: 'deg', words: t('degrees') },
            { value: 'percent', words: t('percent') },
          ]}
          value={entry.angleUnit}
          onChange={(angleUnit) => type({ angleUnit })}
        />
      ) : null}
      {how === 'tangent' ? <Lean entry={entry} type={type} problem={problems.lean} /> : null}
      {values.height ? (
        <View className="flex-row flex-wrap items-baseline gap-x-2">
          <Figures>{lengthWords(values.height.m, settings.units, 'tree')}</Figures>
          <Body>
            {[
              values.height.plusMinus ? `± ${lengthWords(values.height.plusMinus, settings.units, 'tree')}` : '',
              values.height.readings ? t('meanOfReadings', { readings: values.height.readings.length - (values.height.leftOut ?? 0) }) : '',
              values.height.simulated ? t('simulatedCountsForNothing') : '',
            ]
              .filter(Boolean)
              .join(', ')}
          </Body>
        </View>
      ) : null}
      {warnings.map((warning) => (
        <Remark key={warning} mood="caution">
          {warning}
        </Remark>
      ))}
      {stands[0] ? <HowTo name={stands[0]} /> : null}
      {entry.heights.length > 0 ? (
        <View className="gap-1" role="list" aria-label={t('savedReadings')}>
          {entry.heights.map((kept, i) => (
            <View key={i} className="flex-row items-center justify-between gap-2" role="listitem">
              <Body>
                {kept.simulated
                  ? t('simulated', {
                      length: lengthWords(kept.m, settings.units, 'tree'),
                      length2: lengthWords(kept.plusMinus, settings.units, 'tree'),
                      method: kept.method,
                    })
                  : `${lengthWords(kept.m, settings.units, 'tree')} ± ${lengthWords(kept.plusMinus, settings.units, 'tree')}, ${kept.method}`}
              </Body>
              <Button label={t('removeReading', { i: i + 1 })} onPress={() => type({ heights: entry.heights.filter((_h, j) => j !== i) })}>
                {t('remove')}
              </Button>
            </View>
          ))}
        </View>
      ) : null}
      {now ? (
        <Button
          onPress={() =>
            byHand({ heights: [...entry.heights, now], height: '', top: '', base: '', topDistance: '', baseDistance: '', stick: '' })
          }
        >
          {t('saveAndMeasureAgain')}
        </Button>
      ) : entry.heights.length > 0 ? (
        <Small>{t('theNextReadingIsAveragedWith')}</Small>
      ) : null}
    </Card>
  );
}

/** A lean toward or away from the observer spoils a tangent height unless it is given. */
function Lean({ entry, type, problem }: { entry: Entry; type: (part: Partial<Entry>) => void; problem: string | undefined }) {
  const leaning = entry.lean !== '' || entry.leanTo !== 'across';
  return (
    <View className="gap-2">
      <Choice
        label={t('doesItLean')}
        options={[
          { value: 'across', words: t('noOrAcross') },
          { value: 'toward', words: t('towardMe') },
          { value: 'away', words: t('away') },
        ]}
        value={entry.leanTo}
        onChange={(leanTo) => type(leanTo === 'across' ? { leanTo, lean: '' } : { leanTo })}
      />
      {leaning ? (
        <>
          <HowTo name="leaning" />
          <Field
            label={t('leanFromTheVertical')}
            value={entry.lean}
            suffix="°"
            inputMode="decimal"
            onChangeText={(lean) => type({ lean })}
            problem={problem}
          />
        </>
      ) : null}
    </View>
  );
}
