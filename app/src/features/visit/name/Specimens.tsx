import { View } from 'react-native';
import { SPECIMEN_PARTS, specimenLabel, type Specimen } from '@dendrix/core/record';
import { dayWords } from '@/features/shell/words';
import { traitNamed } from '@/features/library/words';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Remark } from '@/ui/surface';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import type { Naming } from './useNaming';
import { t } from '@/words/name';

const PART_WORDS: Record<Specimen['part'], string> = {
  twig: t('twig'),
  leaf: t('leaf'),
  flower: t('flower'),
  fruit: t('fruit'),
  bark: t('barkFlake'),
};
/** How many marks one specimen is asked to settle. */
const ASKED = 3;

interface Props {
  draft: VisitDraft;
  naming: Naming;
  change: ChangeDraft;
  tag: string;
  place: string;
  date: string;
}

/** Takes a piece in to look at it indoors: a paper label with the tree, the day, and what it is to settle. */
export function Specimens({ draft, naming, change, tag, place, date }: Props) {
  const asks = naming.result.lookNext.filter((look) => look.reach === 'hand').map((look) => look.trait.id);
  const add = () =>
    change((now) => ({
      specimens: [
        ...now.specimens,
        { label: specimenLabel(tag, date, now.specimens.length), part: 'twig', from: 'ground', settles: asks.slice(0, ASKED), note: '' },
      ],
    }));
  const edit = (label: string, part: Partial<Specimen>) =>
    change((now) => ({ specimens: now.specimens.map((s) => (s.label === label ? { ...s, ...part } : s)) }));
  return (
    <View className="gap-3">
      <Heading>{t('collectASample')}</Heading>
      {draft.specimens.map((specimen) => (
        <View key={specimen.label} className="gap-2">
          <View
            role="img"
            aria-label={t('label', { label: specimen.label, part: PART_WORDS[specimen.part] })}
            className="flex-row items-center gap-3 rounded-md border-2 border-ink bg-sheet p-3"
          >
            <View className="h-5 w-5 rounded-full border-2 border-ink bg-paper" />
            <View className="min-w-0 flex-1">
              <Strong className="text-[19px] leading-[24px]">{specimen.label}</Strong>
              <Body>
                {specimen.from === 'tree'
                  ? t('fromTheTree', { part: PART_WORDS[specimen.part], place, day: dayWords(date) })
                  : t('pickedUpBelowTheTree', { part: PART_WORDS[specimen.part], place, day: dayWords(date) })}
              </Body>
              {specimen.settles.length > 0 ? (
                <Small className="text-ink">
                  {t('toCheck', { settles: specimen.settles.map((id) => traitNamed(id)?.label.toLowerCase() ?? id).join(', ') })}
                </Small>
              ) : null}
            </View>
          </View>
          <Choice
            label={t('whatIs', { label: specimen.label })}
            shown={false}
            options={SPECIMEN_PARTS.map((value) => ({ value, words: PART_WORDS[value] }))}
            value={specimen.part}
            onChange={(part) => edit(specimen.label, { part })}
          />
          <Choice
            label={t('whereIsFrom', { label: specimen.label })}
            shown={false}
            options={[
              { value: 'ground', words: t('pickedUpBelowTheTree2') },
              { value: 'tree', words: t('fromTheTree2') },
            ]}
            value={specimen.from}
            onChange={(from) => edit(specimen.label, { from })}
          />
          <Button
            label={t('delete', { label: specimen.label })}
            onPress={() => change((now) => ({ specimens: now.specimens.filter((s) => s.label !== specimen.label) }))}
          >
            {t('deleteSample')}
          </Button>
        </View>
      ))}
      {draft.specimens.length > 0 ? <Remark mood="caution">{t('writeTheLabelOnPaperAnd')}</Remark> : null}
      <Button onPress={add}>{draft.specimens.length === 0 ? t('labelATwigLeafOrFruit') : t('anotherLabel')}</Button>
    </View>
  );
}
