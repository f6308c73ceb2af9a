import { useEffect, useState } from 'react';
import { Pressable, Text, View } from 'react-native';
import { figureFor } from '@dendrix/core/figures';
import { CERTAINTIES, SOURCES, type Observation } from '@dendrix/core/record';
import type { Trait, TraitState } from '@dendrix/core/knowledge';
import { Button, Choice } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { Heading, Small } from '@/ui/text';
import { useWide } from '@/ui/wide';
import type { ChangeDraft } from '../useDraft';
import type { VisitDraft } from '@/offline/draft';
import type { Naming } from './useNaming';
import { t } from '@/words/name';

/** Answers shown before "More kinds". */
const FIRST_ANSWERS = 8;

const CERTAINTY_WORDS = { sure: t('sure'), fairly: t('fairlySure'), guess: t('aGuess') } as const;
const SOURCE_WORDS = { tree: t('onTheTree'), ground: t('onTheGround'), specimen: t('onACutTwig'), distance: t('fromAfar') } as const;

interface Props {
  trait: Trait;
  draft: VisitDraft;
  naming: Naming;
  change: ChangeDraft;
}

/** Where a mark is likely to be seen today: leaves out of leaf lie on the ground. */
const usualSource = (trait: Trait, inLeaf: boolean): Observation['source'] => {
  if (trait.line === 'leaf' && !inLeaf) return 'ground';
  return trait.reach === 'far' && trait.line === 'form' ? 'distance' : 'tree';
};

/** One question, its answers drawn. */
export function Question({ trait, draft, naming, change }: Props) {
  const seen = draft.observations.find((o) => o.trait === trait.id);
  const [all, setAll] = useState(false);
  const wide = useWide();
  useEffect(() => setAll(false), [trait.id]);
  const states = all ? trait.states : likelyFirst(trait, naming).slice(0, FIRST_ANSWERS);
  const shown = trait.states.filter((state) => states.includes(state) || state.id === seen?.state);

  const answer = (part: Partial<Observation>) =>
    change((now) => {
      const before = now.observations.find((o) => o.trait === trait.id);
      const next: Observation = { trait: trait.id, certainty: 'sure', source: usualSource(trait, naming.inLeaf), ...before, ...part };
      return {
        // The question stays on the screen, so that certainty and source can be told.
        trait: trait.id,
        observations: [...now.observations.filter((o) => o.trait !== trait.id), next],
        cannotSee: now.cannotSee.filter((id) => id !== trait.id),
      };
    });
  const takeBack = () => change((now) => ({ observations: now.observations.filter((o) => o.trait !== trait.id) }));

  return (
    <View className="gap-3">
      <View className="gap-1">
        <Heading className="text-[22px] leading-[26px]">{trait.question}</Heading>
        <Small>
          {reachWords(trait)}
          {trait.help ? ` ${trait.help}` : ''}
        </Small>
      </View>
      {trait.number ? (
        <NumberAnswer
          key={trait.id}
          trait={trait}
          value={seen?.value}
          onChange={(value) => (value === undefined ? takeBack() : answer({ value, unit: trait.number?.unit || undefined }))}
        />
      ) : (
        <View role="radiogroup" aria-label={trait.question} className="flex-row flex-wrap gap-2">
          {shown.map((state) => (
            <Answer
              key={state.id}
              trait={trait}
              state={state}
              on={state.id === seen?.state}
              wide={wide}
              onPress={() => (state.id === seen?.state ? takeBack() : answer({ state: state.id }))}
            />
          ))}
        </View>
      )}
      {seen ? (
        <View className="gap-2">
          <Choice
            label={t('howSure')}
            shown={false}
            options={CERTAINTIES.map((value) => ({ value, words: CERTAINTY_WORDS[value] }))}
            value={seen.certainty}
            onChange={(certainty) => answer({ certainty })}
          />
          <Choice
            label={t('whereItWasSeen')}
            shown={false}
            options={SOURCES.map((value) => ({ value, words: SOURCE_WORDS[value] }))}
            value={seen.source}
            onChange={(source) => answer({ source })}
          />
          {seen.source === 'ground' ? <Small>{t('litterMayBeFromAnotherTree')}</Small> : null}
        </View>
      ) : null}
      <View className="flex-row gap-2">
        <Button
          className="flex-1"
          onPress={() => {
            change((now) => ({
              cannotSee: [...new Set([...now.cannotSee, trait.id])],
              observations: now.observations.filter((o) => o.trait !== trait.id),
              trait: null,
            }));
          }}
        >
          {t('cannotSeeIt')}
        </Button>
        {!trait.number && trait.states.length > shown.length ? (
          <Button className="flex-1" onPress={() => setAll(true)}>
            {t('moreKinds')}
          </Button>
        ) : null}
      </View>
    </View>
  );
}

/** States in the order of how likely they are on the trees still standing. */
function likelyFirst(trait: Trait, naming: Naming): TraitState[] {
  const weight = new Map<string, number>();
  for (const { taxon, probability } of naming.result.ranking.candidates) {
    const record = taxon.traits[trait.id];
    if (record?.kind !== 'states') continue;
    for (const stage of ['young', 'mature', 'old'] as const) {
      for (const state of Object.keys(record[stage])) weight.set(state, (weight.get(state) ?? 0) + probability);
    }
  }
  return [...trait.states].sort((a, b) => (weight.get(b.id) ?? 0) - (weight.get(a.id) ?? 0));
}

function reachWords(trait: Trait): string {
  if (trait.reach === 'far') return t('fromWhereYouStandOrWith');
  if (trait.reach === 'near') return t('atTheStemLookOnTwo');
  return t('inTheHandATwigLeaf');
}

function Answer({ trait, state, on, wide, onPress }: { trait: Trait; state: TraitState; on: boolean; wide: boolean; onPress: () => void }) {
  const figure = figureFor(trait.id, state.id);
  // A swatch of bark fills its frame; everything else is drawn to stand in it.
  const bark = figure !== null && figure.width > figure.height;
  return (
    <Pressable
      role="radio"
      aria-checked={on}
      aria-label={state.hint ? `${state.label}, ${state.hint}` : state.label}
      onPress={onPress}
      className={`min-h-[64px] overflow-hidden rounded-md bg-sheet active:opacity-70 ${wide ? 'w-[172px]' : 'min-w-[46%] flex-1 basis-[46%]'} ${on ? 'border-[3px] border-oxide' : 'border border-ink m-[2px]'}`}
    >
      {figure ? (
        <View className={`items-center justify-center border-b border-rule ${bark ? 'h-[84px]' : 'h-[100px] py-1'}`}>
          <Drawing figure={figure} width="100%" height="100%" cover={bark} />
        </View>
      ) : null}
      <View className="px-3 py-2">
        <Text className="font-head-semi text-[16px] leading-[19px] text-ink">
          {on ? '✓ ' : ''}
          {state.label}
        </Text>
        {state.hint ? <Text className="font-body text-[13.5px] leading-[17px] text-soft">{state.hint}</Text> : null}
      </View>
    </Pressable>
  );
}

function NumberAnswer({
  trait,
  value,
  onChange,
}: {
  trait: Trait;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const [problem, setProblem] = useState<string | null>(null);
  const scale = trait.number;
  if (!scale) return null;
  const read = (typed: string) => {
    setText(typed);
    const n = Number(typed.trim().replace(',', '.'));
    if (typed.trim() === '') {
      setProblem(null);
      onChange(undefined);
    } else if (!Number.isFinite(n)) setProblem(t('enterANumber'));
    else if (n < scale.min || n > scale.max)
      setProblem(
        scale.unit
          ? t('betweenAnd', { min: scale.min, max: scale.max, unit: scale.unit })
          : t('betweenMinAndMax', { min: scale.min, max: scale.max }),
      );
    else {
      setProblem(null);
      onChange(n);
    }
  };
  const step = (by: number) => read(String(Math.max(scale.min, Math.round(((value ?? 0) + by) * 10) / 10)));
  return (
    <View className="flex-row items-end gap-2">
      <Button label={t('oneLess')} onPress={() => step(-1)}>
        −
      </Button>
      <Field
        className="flex-1"
        label={trait.label}
        value={text}
        onChangeText={read}
        inputMode="decimal"
        suffix={scale.unit}
        problem={problem}
      />
      <Button label={t('oneMore')} onPress={() => step(1)}>
        +
      </Button>
    </View>
  );
}
