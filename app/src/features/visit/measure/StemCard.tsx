import { useState } from 'react';
import { View } from 'react-native';
import { STEM_SITUATIONS, type StemSituation } from '@dendrix/core/figures';
import { BREAST_HEIGHTS, stemUnit, treeUnit, type Entry, type MeasuredEntry } from '@dendrix/core/measuring';
import { fromMetres, parseLength, readingHeightWords } from '@dendrix/core/units';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Figures, Heading } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card } from '@/ui/surface';
import { Field } from '@/ui/field';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { readTape, type Devices } from './devices';
import { HowTo } from './HowTo';
import { t } from '@/words/measure';

const SITUATION_WORDS: Record<StemSituation, string> = {
  level: t('plain'),
  slope: t('onASlope'),
  lean: t('leaning'),
  fork: t('forksNearIt'),
  several: t('severalStems'),
  swelling: t('swelling'),
  buttress: t('buttress'),
};
/** Where the reading is not at breast height, its own height is asked. */
const OWN_HEIGHT: readonly StemSituation[] = ['fork', 'swelling', 'buttress'];

interface Props {
  draft: VisitDraft;
  measuring: MeasuredEntry;
  change: ChangeDraft;
  type: (part: Partial<Entry>) => void;
  devices: Devices;
}

/** The stem by girth or diameter, at any height, one stem or several, read once or more often. */
export function StemCard({ draft, measuring, change, type, devices }: Props) {
  const { settings, change: set } = useSettings();
  const { values, problems } = measuring;
  const typed = draft.measure;
  const [own, setOwn] = useState(() => !(BREAST_HEIGHTS as readonly number[]).includes(settings.breastHeight));
  const [ownText, setOwnText] = useState(() => String(Number(fromMetres(settings.breastHeight, treeUnit(settings)).toFixed(2))));
  const what = settings.stem === 'girth' ? t('girth') : t('diameter');
  const many = typed.stems.length > 1;
  const oddHeight = OWN_HEIGHT.includes(draft.situation);
  const readingHeight = readingHeightWords(values.breastHeight ?? settings.breastHeight, settings.units);
  // Once every reading was typed over or taken away, nothing simulated is left.
  const byHand = (part: Pick<Partial<Entry>, 'stems' | 'again'>) => {
    const left = [...(part.stems ?? typed.stems), ...(part.again ?? typed.again)].filter((text) => text !== '').length;
    const single = typed.stems.length + typed.again.length === 1;
    type({ ...part, simulated: { ...typed.simulated, stem: typed.simulated.stem && left > 0 && !single } });
  };
  const fromTape = () => {
    const reading = readTape(devices, settings);
    const simulated = { ...typed.simulated, stem: true };
    if (typed.stems[0] === '' && !many) type({ stems: [reading], simulated });
    else type({ again: [...typed.again, reading], simulated });
  };
  return (
    <Card className="gap-3">
      <Heading>{t('stemAt', { readingHeight })}</Heading>
      <View className="flex-row flex-wrap gap-x-4 gap-y-2">
        <Choice
          label={t('readAs')}
          shown={false}
          options={[
            { value: 'girth', words: t('girth') },
            { value: 'diameter', words: t('diameter') },
          ]}
          value={settings.stem}
          onChange={(stem) => set({ stem })}
        />
        <Choice
          label={t('units')}
          shown={false}
          options={[
            { value: 'metric', words: t('cmM') },
            { value: 'feet', words: t('inFt') },
          ]}
          value={settings.units}
          onChange={(units) => set({ units })}
        />
      </View>
      <Choice
        label={t('stemShape')}
        options={STEM_SITUATIONS.map((value) => ({ value, words: SITUATION_WORDS[value] }))}
        value={draft.situation}
        onChange={(situation) => {
          change({ situation });
          if (situation === 'several' && typed.stems.length === 1) type({ stems: [...typed.stems, ''], again: [] });
          if (!OWN_HEIGHT.includes(situation)) type({ readingHeight: '' });
        }}
      />
      <HowTo name={draft.situation} height={values.breastHeight ?? settings.breastHeight} />
      {typed.stems.map((stem, i) => (
        <Field
          key={i}
          label={many ? t('ofStem', { what, i: i + 1 }) : what}
          value={stem}
          inputMode="decimal"
          suffix={stemUnit(settings)}
          onChangeText={(text) => byHand({ stems: typed.stems.map((s, j) => (j === i ? text : s)) })}
          problem={i === typed.stems.length - 1 ? problems.stems : null}
        />
      ))}
      {typed.again.map((again, i) => (
        <Field
          key={`again-${i}`}
          label={t('reading', { what, i: i + 2 })}
          value={again}
          inputMode="decimal"
          suffix={stemUnit(settings)}
          onChangeText={(text) => byHand({ again: typed.again.map((s, j) => (j === i ? text : s)) })}
          problem={i === typed.again.length - 1 ? problems.again : null}
        />
      ))}
      <View className="flex-row flex-wrap items-center gap-2">
        {many ? null : <Button onPress={() => type({ again: [...typed.again, ''] })}>{t('measureAgain')}</Button>}
        {typed.again.length > 0 ? (
          <Button onPress={() => type({ again: typed.again.slice(0, -1) })}>{t('removeLastReading')}</Button>
        ) : null}
        <Button onPress={() => type({ stems: [...typed.stems, ''], again: [] })}>{t('addAStem')}</Button>
        {many ? <Button onPress={() => type({ stems: typed.stems.slice(0, -1) })}>{t('removeLastStem')}</Button> : null}
        {devices.on ? <Button onPress={fromTape}>{t('simulatedTapeReads')}</Button> : null}
      </View>
      {oddHeight ? (
        <Field
          label={t('heightOfThisReading')}
          value={typed.readingHeight}
          inputMode="decimal"
          suffix={treeUnit(settings)}
          onChangeText={(text) => type({ readingHeight: text })}
          problem={problems.readingHeight}
          hint={t('keptBesideTheReading')}
        />
      ) : (
        <>
          <Choice
            label={t('heightOfTheReading')}
            options={[
              ...BREAST_HEIGHTS.map((h) => ({ value: String(h), words: readingHeightWords(h, settings.units) })),
              { value: 'own', words: t('another') },
            ]}
            value={own ? 'own' : String(settings.breastHeight)}
            onChange={(h) => {
              setOwn(h === 'own');
              if (h !== 'own') set({ breastHeight: Number(h) });
            }}
          />
          {own ? (
            <Field
              label={t('breastHeightDbhHeight')}
              value={ownText}
              inputMode="decimal"
              suffix={treeUnit(settings)}
              onChangeText={(text) => {
                setOwnText(text);
                const m = parseLength(text, treeUnit(settings));
                if (m !== null && m > 0 && m <= 3) set({ breastHeight: m });
              }}
              hint={t('savedForAllYourVisitsAnd')}
            />
          ) : null}
        </>
      )}
      {values.dbh ? (
        <View className="gap-1">
          <View className="flex-row flex-wrap items-baseline gap-x-2">
            <Figures>{lengthWords(values.dbh.m, settings.units, 'stem')}</Figures>
            <Body>
              {[
                t('lengthDiameter', { length: lengthWords(values.dbh.plusMinus ?? 0, settings.units, 'stem') }),
                values.stems ? t('standsForStemsRootOfThe', { stems: values.stems.length }) : '',
                values.dbh.readings ? t('meanOfReadings', { readings: values.dbh.readings.length - (values.dbh.leftOut ?? 0) }) : '',
                values.dbh.simulated ? t('simulatedCountsForNothing') : '',
              ]
                .filter(Boolean)
                .join(', ')}
            </Body>
          </View>
          {values.dbh.leftOut ? <Body>{t('wasAnOutlierAndWasLeft', { leftOut: values.dbh.leftOut })}</Body> : null}
        </View>
      ) : null}
    </Card>
  );
}
