import { View } from 'react-native';
import { treeUnit, type Entry, type MeasuredEntry } from '@dendrix/core/measuring';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Figures, Heading } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card } from '@/ui/surface';
import { Field } from '@/ui/field';
import { HowTo } from './HowTo';
import { t } from '@/words/measure';

const COMPASS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const;
const FOUR = ['N', 'E', 'S', 'W'] as const;
const blanks = (n: number) => Array.from({ length: n }, () => '');

/** Where the live crown begins, and how wide it is. */
export function CrownCard({ entry, measuring, type }: { entry: Entry; measuring: MeasuredEntry; type: (part: Partial<Entry>) => void }) {
  const { settings } = useSettings();
  const { values, problems } = measuring;
  const unit = treeUnit(settings);
  const names = entry.spreadHow === 'axes' ? [t('longestWay'), t('acrossIt')] : entry.spread.length === 8 ? COMPASS : FOUR;
  return (
    <Card className="gap-3">
      <Heading>{t('crown')}</Heading>
      <HowTo name="base" />
      <Field
        label={t('heightOfTheLowestLiveCrown')}
        value={entry.crownBase}
        inputMode="decimal"
        suffix={unit}
        onChangeText={(crownBase) => type({ crownBase })}
        problem={problems.crownBase}
      />
      <Choice
        label={t('spread')}
        options={[
          { value: 'axes', words: t('twoWays') },
          { value: 'spokes', words: t('spokesFromTheStem') },
        ]}
        value={entry.spreadHow}
        onChange={(spreadHow) => type({ spreadHow, spread: blanks(spreadHow === 'axes' ? 2 : 4) })}
      />
      <HowTo name={entry.spreadHow} />
      <View className="flex-row flex-wrap gap-3">
        {entry.spread.map((text, i) => (
          <Field
            key={i}
            className="min-w-[130px] flex-1"
            label={entry.spreadHow === 'axes' ? (names[i] ?? '') : t('toThe', { name: names[i] ?? '' })}
            value={text}
            inputMode="decimal"
            suffix={unit}
            onChangeText={(next) => type({ spread: entry.spread.map((s, j) => (j === i ? next : s)) })}
            problem={i === entry.spread.length - 1 ? problems.spread : null}
          />
        ))}
      </View>
      {entry.spreadHow === 'spokes' ? (
        <Button onPress={() => type({ spread: blanks(entry.spread.length === 8 ? 4 : 8) })}>
          {entry.spread.length === 8 ? t('fourSpokes') : t('eightSpokes')}
        </Button>
      ) : null}
      {values.crownSpread ? (
        <View className="flex-row items-baseline gap-2">
          <Figures>{lengthWords(values.crownSpread.m, settings.units, 'tree')}</Figures>
          <Body>{t('meanSpread')}</Body>
        </View>
      ) : null}
    </Card>
  );
}
