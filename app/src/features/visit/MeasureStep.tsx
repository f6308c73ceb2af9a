import { View } from 'react-native';
import { crownRatioWords, slendernessWords } from '@dendrix/core/measure';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Button, Card, Choice, Field, Figures, Heading, Remark, Small, Strong } from '@/ui';
import type { MeasureTyped, VisitDraft } from './draft';
import { stemUnit, treeUnit, type Measuring } from './measuring';
import { HeightSketch } from './HeightSketch';
import type { ChangeDraft } from './useDraft';

const HEIGHTS = [1.3, 1.37, 1.4, 1.5];

/** Stem, height and crown: typed as read from tape and clinometer; the arithmetic is done here. */
export function MeasureStep({ draft, measuring, change }: { draft: VisitDraft; measuring: Measuring; change: ChangeDraft }) {
  const { settings, change: set } = useSettings();
  const { values, problems, questions, warnings, ratio, slenderness } = measuring;
  const typed = draft.measure;
  const type = (part: Partial<MeasureTyped>) => change((now) => ({ measure: { ...now.measure, ...part } }));
  return (
    <View className="gap-4">
      <Card className="gap-3">
        <Heading>Stem at {settings.breastHeight} m</Heading>
        <View className="flex-row flex-wrap gap-x-4 gap-y-2">
          <Choice
            label="Read as"
            shown={false}
            options={[
              { value: 'girth', words: 'Girth' },
              { value: 'diameter', words: 'Diameter' },
            ]}
            value={settings.stem}
            onChange={(stem) => set({ stem })}
          />
          <Choice
            label="Units"
            shown={false}
            options={[
              { value: 'metric', words: 'cm, m' },
              { value: 'feet', words: 'in, ft' },
            ]}
            value={settings.units}
            onChange={(units) => set({ units })}
          />
        </View>
        {typed.stems.map((stem, i) => (
          <Field
            key={i}
            label={
              typed.stems.length > 1
                ? `${settings.stem === 'girth' ? 'Girth' : 'Diameter'} of stem ${i + 1}`
                : settings.stem === 'girth'
                  ? 'Girth'
                  : 'Diameter'
            }
            value={stem}
            inputMode="decimal"
            suffix={stemUnit(settings)}
            onChangeText={(text) => type({ stems: typed.stems.map((s, j) => (j === i ? text : s)) })}
            problem={i === typed.stems.length - 1 ? problems.stems : null}
          />
        ))}
        <View className="flex-row flex-wrap items-center gap-3">
          <Button onPress={() => type({ stems: [...typed.stems, ''] })}>Another stem</Button>
          {typed.stems.length > 1 ? <Button onPress={() => type({ stems: typed.stems.slice(0, -1) })}>One stem fewer</Button> : null}
        </View>
        <Choice
          label="Height of the reading"
          options={HEIGHTS.map((h) => ({ value: String(h), words: `${h} m` }))}
          value={String(settings.breastHeight)}
          onChange={(h) => set({ breastHeight: Number(h) })}
        />
        <Small>Above the uphill side; along the stem on a lean; under a fork or swelling at the narrowest point.</Small>
        {values.dbh ? (
          <View className="flex-row items-baseline gap-2">
            <Figures>{lengthWords(values.dbh.m, settings.units, 'stem')}</Figures>
            <Body>diameter{values.stems ? ` that stands for ${values.stems.length} stems (root of the summed squares)` : ''}</Body>
          </View>
        ) : null}
      </Card>
      <Card className="gap-3">
        <Heading>Height</Heading>
        <Choice
          label="How"
          shown={false}
          options={[
            { value: 'angles', words: 'Distance and angles' },
            { value: 'typed', words: 'Typed from a device' },
          ]}
          value={typed.heightHow}
          onChange={(heightHow) => type({ heightHow })}
        />
        {typed.heightHow === 'typed' ? (
          <Field
            label="Height"
            value={typed.height}
            inputMode="decimal"
            suffix={treeUnit(settings)}
            onChangeText={(height) => type({ height })}
            problem={problems.height}
          />
        ) : (
          <>
            <HeightSketch />
            <Field
              label="Level distance to the stem"
              value={typed.distance}
              inputMode="decimal"
              suffix={treeUnit(settings)}
              onChangeText={(distance) => type({ distance })}
              problem={problems.distance}
            />
            <View className="flex-row gap-3">
              <Field
                className="flex-1"
                label="Angle to the top"
                value={typed.top}
                suffix={typed.angleUnit === 'deg' ? '°' : '%'}
                onChangeText={(top) => type({ top })}
                problem={problems.top}
              />
              <Field
                className="flex-1"
                label="Angle to the base"
                value={typed.base}
                suffix={typed.angleUnit === 'deg' ? '°' : '%'}
                onChangeText={(base) => type({ base })}
                problem={problems.base}
                hint="minus below level"
              />
            </View>
            <Choice
              label="Scale of the clinometer"
              shown={false}
              options={[
                { value: 'deg', words: 'Degrees' },
                { value: 'percent', words: 'Percent' },
              ]}
              value={typed.angleUnit}
              onChange={(angleUnit) => type({ angleUnit })}
            />
          </>
        )}
        {values.height ? (
          <View className="flex-row items-baseline gap-2">
            <Figures>{lengthWords(values.height.m, settings.units, 'tree')}</Figures>
            <Body>
              {values.height.plusMinus
                ? `± ${lengthWords(values.height.plusMinus, settings.units === 'feet' ? 'feet' : 'metric', 'tree')}`
                : ''}
            </Body>
          </View>
        ) : null}
        {warnings.map((warning) => (
          <Remark key={warning} mood="caution">
            {warning}
          </Remark>
        ))}
        <Field
          label="Height of the lowest live crown"
          value={typed.crownBase}
          inputMode="decimal"
          suffix={treeUnit(settings)}
          onChangeText={(crownBase) => type({ crownBase })}
          problem={problems.crownBase}
        />
      </Card>
      {ratio !== null || slenderness !== null ? (
        <Card>
          <Heading>From these</Heading>
          {ratio !== null ? (
            <Body>
              <Strong>Live crown ratio {Math.round(ratio * 100)} %.</Strong> {crownRatioWords(ratio)}
            </Body>
          ) : null}
          {slenderness !== null ? (
            <Body>
              <Strong>Height over diameter {slenderness.toFixed(0)}.</Strong> {slendernessWords(slenderness) ?? 'Stout.'}
            </Body>
          ) : null}
        </Card>
      ) : null}
      {questions.map((question) => (
        <Remark key={question} mood="caution" title="Is this right?">
          {question}
        </Remark>
      ))}
    </View>
  );
}
