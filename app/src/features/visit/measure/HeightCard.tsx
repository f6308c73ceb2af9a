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

const METHOD_WORDS: Record<HeightMethod, string> = {
  tangent: 'Distance and angles',
  sine: 'Laser, two shots',
  stick: 'Stick',
  device: 'Hypsometer',
  typed: 'Typed from a device',
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
      <Heading>Height</Heading>
      <Choice
        label="Height method"
        shown={false}
        options={methods.map((value) => ({ value, words: METHOD_WORDS[value] }))}
        value={how}
        onChange={(heightHow) => byHand({ heightHow })}
      />
      {how === 'typed' ? null : <HowTo name={how} />}
      {how === 'typed' ? length('height', 'Height') : null}
      {how === 'tangent' ? (
        <>
          {length('distance', 'Level distance to the stem')}
          <View className="flex-row gap-3">
            {angle('top', 'Angle to the top')}
            {angle('base', 'Angle to the base', 'minus below level')}
          </View>
        </>
      ) : null}
      {how === 'sine' || how === 'device' ? (
        <>
          {how === 'device' ? <Button onPress={() => type(shoot(devices, entry, settings))}>Simulated hypsometer shoots</Button> : null}
          <View className="flex-row gap-3">
            {length('topDistance', 'Distance to the top')}
            {angle('top', 'Angle to the top')}
          </View>
          <View className="flex-row gap-3">
            {length('baseDistance', 'Distance to the base')}
            {angle('base', 'Angle to the base', 'minus below level')}
          </View>
        </>
      ) : null}
      {how === 'stick' ? (
        <>
          {length('distance', 'Distance to the stem')}
          <View className="flex-row gap-3">
            {length('stick', 'Length of the stick', handUnit(settings))}
            {length('arm', 'Eye to stick', handUnit(settings))}
          </View>
          {length('eye', 'Eye height, if the base was not sighted', treeUnit(settings))}
        </>
      ) : null}
      {how === 'tangent' || how === 'sine' ? (
        <Choice
          label="Scale of the clinometer"
          shown={false}
          options={[
            { value: 'deg', words: 'Degrees' },
            { value: 'percent', words: 'Percent' },
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
            {values.height.plusMinus ? `± ${lengthWords(values.height.plusMinus, settings.units, 'tree')}` : ''}
            {values.height.readings ? `, mean of ${values.height.readings.length - (values.height.leftOut ?? 0)} readings` : ''}
            {values.height.simulated ? ', simulated: counts for nothing' : ''}
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
        <View className="gap-1" role="list" aria-label="Saved readings">
          {entry.heights.map((kept, i) => (
            <View key={i} className="flex-row items-center justify-between gap-2" role="listitem">
              <Body>
                {lengthWords(kept.m, settings.units, 'tree')} ± {lengthWords(kept.plusMinus, settings.units, 'tree')}, {kept.method}
                {kept.simulated ? ', simulated' : ''}
              </Body>
              <Button label={`Remove reading ${i + 1}`} onPress={() => type({ heights: entry.heights.filter((_h, j) => j !== i) })}>
                Remove
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
          Save and measure again
        </Button>
      ) : entry.heights.length > 0 ? (
        <Small>The next reading is averaged with the saved ones.</Small>
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
        label="Does it lean?"
        options={[
          { value: 'across', words: 'No, or across' },
          { value: 'toward', words: 'Toward me' },
          { value: 'away', words: 'Away' },
        ]}
        value={entry.leanTo}
        onChange={(leanTo) => type(leanTo === 'across' ? { leanTo, lean: '' } : { leanTo })}
      />
      {leaning ? (
        <>
          <HowTo name="leaning" />
          <Field
            label="Lean from the vertical"
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
