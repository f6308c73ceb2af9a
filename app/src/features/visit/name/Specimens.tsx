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

const PART_WORDS: Record<Specimen['part'], string> = { twig: 'Twig', leaf: 'Leaf', flower: 'Flower', fruit: 'Fruit', bark: 'Bark flake' };
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
      <Heading>Collect a sample</Heading>
      {draft.specimens.map((specimen) => (
        <View key={specimen.label} className="gap-2">
          <View
            role="img"
            aria-label={`Label ${specimen.label}: ${PART_WORDS[specimen.part]}`}
            className="flex-row items-center gap-3 rounded-md border-2 border-ink bg-sheet p-3"
          >
            <View className="h-5 w-5 rounded-full border-2 border-ink bg-paper" />
            <View className="min-w-0 flex-1">
              <Strong className="text-[19px] leading-[24px]">{specimen.label}</Strong>
              <Body>
                {PART_WORDS[specimen.part]}, {specimen.from === 'tree' ? 'from the tree' : 'picked up below the tree'}; {place};{' '}
                {dayWords(date)}
              </Body>
              {specimen.settles.length > 0 ? (
                <Small className="text-ink">
                  To check: {specimen.settles.map((id) => traitNamed(id)?.label.toLowerCase() ?? id).join(', ')}
                </Small>
              ) : null}
            </View>
          </View>
          <Choice
            label={`What ${specimen.label} is`}
            shown={false}
            options={SPECIMEN_PARTS.map((value) => ({ value, words: PART_WORDS[value] }))}
            value={specimen.part}
            onChange={(part) => edit(specimen.label, { part })}
          />
          <Choice
            label={`Where ${specimen.label} is from`}
            shown={false}
            options={[
              { value: 'ground', words: 'Picked up below the tree' },
              { value: 'tree', words: 'From the tree' },
            ]}
            value={specimen.from}
            onChange={(from) => edit(specimen.label, { from })}
          />
          <Button
            label={`Delete ${specimen.label}`}
            onPress={() => change((now) => ({ specimens: now.specimens.filter((s) => s.label !== specimen.label) }))}
          >
            Delete sample
          </Button>
        </View>
      ))}
      {draft.specimens.length > 0 ? (
        <Remark mood="caution">
          Write the label on paper and put it in the bag. A fallen twig is fine. Cut only where it is allowed. Material on the ground may
          come from another tree.
        </Remark>
      ) : null}
      <Button onPress={add}>{draft.specimens.length === 0 ? 'Label a twig, leaf or fruit' : 'Another label'}</Button>
    </View>
  );
}
