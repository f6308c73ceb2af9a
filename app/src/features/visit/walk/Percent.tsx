import { Pressable, View } from 'react-native';
import type { CardKind } from '@dendrix/core/knowledge';
import { referenceCard } from '@dendrix/core/figures';
import { Button } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Small, Strong } from '@/ui/text';
import { t } from '@/words/walk';

const CARD_SAYS: Record<CardKind, string> = {
  'see-through': t('shareOfSkyVisibleThroughThe'),
  dieback: t('deadTipsAsAShareOf'),
  foliage: t('affectedFoliageAsAShareOf'),
  cover: t('coveredBarkAsAShareOf'),
};
const STEP = 5;
const within = (percent: number) => Math.max(0, Math.min(100, percent));

interface Props {
  label: string;
  value: number | undefined;
  card: CardKind | undefined;
  onChange: (value: number) => void;
}

/** A share in steps of five, against drawn cards that everybody estimates by. */
export function Percent({ label, value, card, onChange }: Props) {
  const step = (by: number) => onChange(within((value ?? 0) + by));
  // Three cards are shown: the chosen share in the middle, so that one sees what less and more would look like.
  const middle = Math.max(2 * STEP, Math.min(100 - 2 * STEP, value ?? 20));
  const shown = card ? [middle - 2 * STEP, middle, middle + 2 * STEP] : [];
  return (
    <View className="gap-2">
      <Small className="font-body-bold">{label}</Small>
      <View className="flex-row items-center gap-3" role="group" aria-label={label}>
        <Button label={t('n5Percent', { label })} onPress={() => step(-STEP)}>
          −5
        </Button>
        <Strong className="min-w-[64px] text-center text-[20px]">{value === undefined ? t('notRecorded') : `${value}%`}</Strong>
        <Button label={t('label5Percent', { label })} onPress={() => step(STEP)}>
          +5
        </Button>
      </View>
      {card ? (
        <>
          <View role="radiogroup" aria-label={t('referenceCards', { label })} className="flex-row gap-2">
            {shown.map((percent) => {
              const on = percent === value;
              return (
                <Pressable
                  key={percent}
                  role="radio"
                  aria-checked={on}
                  aria-label={`${percent}%`}
                  onPress={() => onChange(percent)}
                  className={`flex-1 items-center rounded-md border bg-sheet p-1 active:opacity-70 ${on ? 'border-2 border-ink' : 'border-rule'}`}
                >
                  <Drawing figure={referenceCard(card, percent)} width="100%" height={96} />
                  <Strong className="text-[15px]">{on ? `✓ ${percent}%` : `${percent}%`}</Strong>
                </Pressable>
              );
            })}
          </View>
          <Small>{CARD_SAYS[card]}</Small>
        </>
      ) : null}
    </View>
  );
}
