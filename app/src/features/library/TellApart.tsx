import { useLocalSearchParams, useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { figureFor, plateLeaf } from '@dendrix/core/figures';
import { tellApart, type Split } from '@dendrix/core/naming';
import { slugOf, type Taxon } from '@dendrix/core/knowledge';
import { recordMonths, showsAt } from '@dendrix/core/time';
import { useDistrict } from '@/features/shell/useDistrict';
import { library, namesIn, taxonNamed } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Page } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { useWide } from '@/ui/wide';
import { taxonOfSlug } from './TaxonPage';
import { t } from '@/words/library';

const MOST = 4;
/** Splits shown before "All marks". */
const FIRST = 8;

const powerWords = (power: number) =>
  power > 0.9
    ? t('nearlyAlwaysSeparatesThem')
    : power > 0.65
      ? t('usuallySeparatesThem')
      : power > 0.4
        ? t('oftenHelps')
        : t('helpsALittle');

/** Two to four taxa side by side, the marks that split them first. */
export function TellApart() {
  const router = useRouter();
  const wide = useWide();
  const { taxa: asked = '' } = useLocalSearchParams<{ taxa?: string }>();
  const chosen = useMemo(
    () =>
      asked
        .split(',')
        .flatMap((slug) => taxonOfSlug(slug) ?? [])
        .slice(0, MOST),
    [asked],
  );
  const [when, setWhen] = useState<'all' | 'now'>('all');
  const [all, setAll] = useState(false);
  const { latitude } = useDistrict();
  const choose = (next: readonly Taxon[]) => router.setParams({ taxa: next.map((taxon) => slugOf(taxon.name)).join(',') });
  const splits = useMemo(() => {
    if (chosen.length < 2) return [];
    const months = recordMonths(todayIso(), latitude);
    return tellApart(
      library,
      chosen.map((taxon) => taxon.name),
    ).filter((split) => when === 'all' || chosen.every((taxon) => showsAt(split.trait, taxon, months)));
  }, [chosen, when, latitude]);
  return (
    <Page title={t('compareSpecies')} wide={wide}>
      <View className="flex-row flex-wrap gap-2">
        {chosen.map((taxon) => (
          <Button
            key={taxon.name}
            label={t('remove', { name: taxon.name })}
            onPress={() => choose(chosen.filter((other) => other !== taxon))}
          >
            {`${taxon.name}  ✕`}
          </Button>
        ))}
      </View>
      {chosen.length < MOST ? (
        <AddTaxon chosen={chosen} onAdd={(taxon) => choose([...chosen, taxon])} />
      ) : (
        <Small>{t('youCanCompareUpToFour')}</Small>
      )}
      {chosen.length < 2 ? (
        <Body>{t('chooseTwoToFourSpeciesThe')}</Body>
      ) : (
        <>
          <Choice
            label={t('when')}
            options={[
              { value: 'all', words: t('allYear') },
              { value: 'now', words: t('whatShowsNow') },
            ]}
            value={when}
            onChange={setWhen}
          />
          <View className="flex-row gap-2">
            {chosen.map((taxon) => (
              <View key={taxon.name} className="min-w-0 flex-1 items-center gap-1">
                <Drawing figure={plateLeaf(taxon)} width={72} height={72} />
                <Latin className="text-center text-[16px] leading-[19px]">{taxon.name}</Latin>
              </View>
            ))}
          </View>
          {splits.length === 0 ? (
            <Body role="status">{when === 'now' ? t('noRecordedFeatureSeparatesThemIn') : t('noRecordedFeatureSeparatesThem')}</Body>
          ) : null}
          <View className={wide ? 'flex-row flex-wrap gap-4' : 'gap-4'}>
            {splits.slice(0, all ? undefined : FIRST).map((split) => (
              <View key={split.trait.id} className={wide ? 'w-[48.8%]' : ''}>
                <SplitCard split={split} />
              </View>
            ))}
          </View>
          {!all && splits.length > FIRST ? <Button onPress={() => setAll(true)}>{t('allMarks', { splits: splits.length })}</Button> : null}
        </>
      )}
    </Page>
  );
}

function AddTaxon({ chosen, onAdd }: { chosen: readonly Taxon[]; onAdd: (taxon: Taxon) => void }) {
  const [typed, setTyped] = useState('');
  const names = namesIn(useDistrict());
  const hits = typed.trim().length >= 2 ? names.suggest(typed, 6).flatMap((hit) => taxonNamed(hit.taxon) ?? []) : [];
  return (
    <View className="gap-2">
      <Field label={t('addATreeByAnyName')} value={typed} onChangeText={setTyped} autoCapitalize="none" autoCorrect={false} />
      {hits
        .filter((taxon) => !chosen.includes(taxon))
        .map((taxon) => (
          <Pressable
            key={taxon.name}
            role="button"
            aria-label={t('add', { name: taxon.name })}
            onPress={() => {
              onAdd(taxon);
              setTyped('');
            }}
            className="min-h-[48px] justify-center rounded-md border border-ink bg-sheet px-3 active:opacity-60"
          >
            <Latin className="text-[17px]">{taxon.name}</Latin>
          </Pressable>
        ))}
    </View>
  );
}

/** One mark, drawn for each taxon. */
function SplitCard({ split }: { split: Split }) {
  const { trait, shows, words, power } = split;
  return (
    <Card className="gap-2">
      <View className="flex-row items-baseline justify-between gap-3">
        <Heading className="flex-shrink">{trait.label}</Heading>
        <Small>{powerWords(power)}</Small>
      </View>
      <View className="flex-row gap-2">
        {shows.map((side) => {
          const first = side.states[0];
          const figure = first ? figureFor(trait.id, first) : null;
          const labels = side.states.slice(0, 3).map((id) => trait.states.find((state) => state.id === id)?.label.toLowerCase() ?? id);
          const number =
            side.from !== undefined
              ? trait.number?.unit
                ? t('to', { from: side.from, to: side.to ?? '', unit: trait.number.unit })
                : t('fromToTo', { from: side.from, to: side.to ?? '' })
              : null;
          return (
            <View key={side.taxon} className="min-w-0 flex-1 items-center gap-1">
              {figure ? <Drawing figure={figure} width="100%" height={84} label={`${side.taxon}: ${labels.join(', ')}`} /> : null}
              <Strong className="text-center text-[15px] leading-[19px]">{number ?? labels[0] ?? t('notRecorded')}</Strong>
              {labels.length > 1 ? <Small className="text-center">{t('or', { labels: labels.slice(1).join(', ') })}</Small> : null}
            </View>
          );
        })}
      </View>
      {words.map((line) => (
        <Small key={line} className="text-ink">
          {line}
        </Small>
      ))}
    </Card>
  );
}
