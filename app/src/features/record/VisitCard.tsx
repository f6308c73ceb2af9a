import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { alsoRecorded, signLabel, signWords, zoneWords } from '@dendrix/core/words';
import type { TreeDetail, VisitView } from '@dendrix/core/contracts';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { Card, Remark } from '@/ui/surface';
import { Differs } from './Differs';
import { t } from '@/words/record';

/** One visit, opened to everything it saw. */
export function VisitCard({ visit, tree }: { visit: VisitView; tree: TreeDetail }) {
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const { judgement } = visit;
  const review = tree.reviews.find((r) => r.visitId === visit.id);
  return (
    <Card>
      <Pressable role="button" aria-expanded={open} onPress={() => setOpen(!open)} className="min-h-[48px] gap-1 active:opacity-60">
        <Strong>
          {dayWords(visit.look.day)}, {visit.by.name}
        </Strong>
        <Small>
          {[
            t('inspectedSignsMarks', {
              percent: judgement.lookedAt.percent,
              signs: visit.look.signs.length,
              observations: visit.look.observations.length,
            }),
            review
              ? t(({ confirm: 'confirmedBy', question: 'questionedBy', overturn: 'nameChangedBy' } as const)[review.verdict], {
                  name: review.by.name,
                })
              : t('waitingForReview'),
          ].join(' · ')}
        </Small>
      </Pressable>
      {open ? (
        <View className="gap-2">
          {visit.look.signs.map((sign) => (
            <Body key={sign.key}>
              {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
          ))}
          {alsoRecorded(library, visit.look, units).map((sentence) => (
            <Body key={sentence}>{sentence}</Body>
          ))}
          {visit.look.specimens.map((specimen) => (
            <Body key={specimen.label}>
              {specimen.from === 'tree'
                ? t('takenInFromTheTree', { part: specimen.part, label: specimen.label })
                : t('takenInPickedUpBelowThe', { part: specimen.part, label: specimen.label })}
            </Body>
          ))}
          <Body>{judgement.note}</Body>
          {visit.look.note ? (
            <Remark mood="plain" title={t('note')}>
              {visit.look.note}
            </Remark>
          ) : null}
          <Differs differs={visit.differs} />
          <Small>{t('judgedFromTheWholeRecordWith', { judgedWith: visit.judgedWith })}</Small>
        </View>
      ) : null}
    </Card>
  );
}
