import { Pressable, View } from 'react-native';
import type { Line, Trait } from '@dendrix/core/knowledge';
import type { VisitDraft } from '@/offline/draft';
import { Body, Small } from '@/ui/text';
import { LINE_WORDS } from './Ladder';
import { t } from '@/words/name';

/** The other questions of a line, answered ones ticked. */
export function OtherMarks({
  questions,
  current,
  draft,
  onPick,
  line,
}: {
  questions: readonly Trait[];
  current: Trait;
  draft: VisitDraft;
  onPick: (trait: Trait) => void;
  line: Line;
}) {
  return (
    <View className="gap-2">
      <Small className="font-body-bold">{t('otherMarksOf', { line: LINE_WORDS[line].toLowerCase() })}</Small>
      <View className="flex-row flex-wrap gap-2">
        {questions
          .filter((q) => q.id !== current.id)
          .map((q) => {
            const done = draft.observations.some((o) => o.trait === q.id);
            const gone = draft.cannotSee.includes(q.id);
            return (
              <Pressable
                key={q.id}
                role="button"
                onPress={() => onPick(q)}
                className={`min-h-[48px] justify-center rounded-full border px-4 active:opacity-60 ${done ? 'border-lichen bg-lichen-wash' : 'border-rule bg-sheet'}`}
              >
                <Body className="text-[15px]">
                  {done ? '✓ ' : gone ? '– ' : ''}
                  {q.label}
                </Body>
              </Pressable>
            );
          })}
      </View>
    </View>
  );
}
