import { View } from 'react-native';
import { overruledWords } from '@dendrix/core/judging';
import type { VisitView } from '@dendrix/core/contracts';
import { HIDDEN_DECAY } from '@dendrix/core/knowledge';
import { dayWords } from '@/features/shell/words';
import { Small, Strong } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { Differs } from '@/features/record/Differs';
import { Cautions } from './Cautions';
import { Scale } from '@/features/record/Scale';
import { standing } from './standing';
import { t } from '@/words/tree';

/** What the last visit judged, what it overruled, and what cannot be said. */
export function LastJudgement({ visit, visits }: { visit: VisitView; visits: readonly VisitView[] }) {
  const { judgement } = visit;
  return (
    <View className="gap-3">
      <Remark
        mood={['serious weakness', 'act first'].includes(judgement.soundness.band) ? 'caution' : 'plain'}
        title={`${visit.by.name}, ${dayWords(visit.look.day)}`}
      >
        {judgement.note}
      </Remark>
      <Scale label={t('hiddenDecay')} bands={HIDDEN_DECAY} {...standing(visits, 'hiddenDecay')} />
      {judgement.screening ? (
        <View>
          <Strong className={['high', 'extreme'].includes(judgement.screening.risk) ? 'text-oxide' : ''}>
            {t('fieldScreeningRisk', { risk: judgement.screening.risk })}
          </Strong>
          <Small>{judgement.screening.method}</Small>
        </View>
      ) : null}
      {judgement.overruled.map((one) => (
        <Remark key={one.what} mood="second" title={t('changedByTheInspector')}>
          {overruledWords(one)}
        </Remark>
      ))}
      {judgement.lookedAt.cannotSay.map((sentence) => (
        <Small key={sentence}>{sentence}</Small>
      ))}
      <Differs differs={visit.differs} />
      <Cautions cautions={judgement.cautions} />
    </View>
  );
}
