import { View } from 'react-native';
import type { DeterminationView, TreeDetail } from '@dendrix/core/contracts';
import { dayWords } from '@/features/shell/words';
import { Latin, Small } from '@/ui/text';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/tree';

const LEVEL_WORDS: Record<DeterminationView['level'], string> = {
  species: t('toTheSpecies'),
  'cf. species': t('toTheSpeciesNotSure'),
  genus: t('toTheGenus'),
  family: t('toTheFamily'),
  none: t('noName'),
};
const SOURCE_WORDS = { import: t('townList'), visit: t('visit'), review: t('review') } as const;

const VERDICT_WORDS = { confirm: t('confirmed'), question: t('questioned'), overturn: t('nameChanged') } as const;

/** By what rule a visit's name holds, and how sure it was. */
const ruleWords = ({ rule, probability }: { rule: 'three-lines' | 'decisive-mark'; probability: number }): string =>
  t(rule === 'three-lines' ? 'byThreeLinesOfEvidence' : 'byOneDecisiveFeature', { percent: Math.max(1, Math.round(100 * probability)) });
const fromWords = ({ look }: TreeDetail['visits'][number]): string => t('fromFeatures', { features: look.observations.length });

/** A name it was given, by whom, and what review made of it. */
export function NameGiven({ given, tree }: { given: DeterminationView; tree: TreeDetail }) {
  const review = tree.reviews.find((r) => r.visitId === given.visitId && given.source === 'visit');
  const visit = given.source === 'visit' ? tree.visits.find((one) => one.id === given.visitId) : undefined;
  const verdict = review ? VERDICT_WORDS[review.verdict] : '';
  return (
    <View className="gap-[2px] border-l-2 border-rule pl-3">
      <Latin className={`text-[18px] leading-[22px] ${review?.verdict === 'overturn' ? 'line-through' : ''}`}>
        {given.taxon ?? t('notKnown')}
      </Latin>
      <Small className="text-ink">
        {SOURCE_WORDS[given.source]}
        {given.by ? `, ${given.by.name}` : ''}, {dayWords(dayThere(given.at, tree))}
      </Small>
      <Small>
        {[LEVEL_WORDS[given.level], ...(visit?.name ? [ruleWords(visit.name)] : []), ...(visit ? [fromWords(visit)] : [])].join(', ')}
      </Small>
      <Small>{given.why}</Small>
      {review ? (
        <Small className="text-slate">
          {review.reason
            ? t('by', { verdict, name: review.by.name, reason: review.reason })
            : t('verdictByName', { verdict, name: review.by.name })}
        </Small>
      ) : null}
    </View>
  );
}
