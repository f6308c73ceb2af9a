import { View } from 'react-native';
import type { DeterminationView, TreeDetail } from '@dendrix/core/contracts';
import { dayWords } from '@/features/shell/words';
import { Latin, Small } from '@/ui/text';
import { dayThere } from '@/features/shell/today';

const LEVEL_WORDS: Record<DeterminationView['level'], string> = {
  species: 'to the species',
  'cf. species': 'to the species, not sure',
  genus: 'to the genus',
  family: 'to the family',
  none: 'no name',
};
const RULE_WORDS = { 'three-lines': 'by three lines of evidence', 'decisive-mark': 'by one decisive mark' } as const;
const SOURCE_WORDS = { import: 'town list', visit: 'visit', review: 'review' } as const;

/** A name it was given, by whom, and what review made of it. */
export function NameGiven({ given, tree }: { given: DeterminationView; tree: TreeDetail }) {
  const review = tree.reviews.find((r) => r.visitId === given.visitId && given.source === 'visit');
  const visit = given.source === 'visit' ? tree.visits.find((one) => one.id === given.visitId) : undefined;
  const verdict = review ? { confirm: 'confirmed', question: 'questioned', overturn: 'overturned' }[review.verdict] : null;
  return (
    <View className="gap-[2px] border-l-2 border-rule pl-3">
      <Latin className={`text-[18px] leading-[22px] ${verdict === 'overturned' ? 'line-through' : ''}`}>{given.taxon ?? 'not known'}</Latin>
      <Small className="text-ink">
        {SOURCE_WORDS[given.source]}
        {given.by ? `, ${given.by.name}` : ''}, {dayWords(dayThere(given.at, tree))}
      </Small>
      <Small>
        {LEVEL_WORDS[given.level]}
        {visit?.name ? `, ${RULE_WORDS[visit.name.rule]}, ${Math.max(1, Math.round(100 * visit.name.probability))}% sure` : ''}
        {visit ? `, from ${visit.look.observations.length} mark${visit.look.observations.length === 1 ? '' : 's'}` : ''}
      </Small>
      <Small>{given.why}</Small>
      {review ? (
        <Small className="text-slate">
          {verdict} by {review.by.name}
          {review.reason ? `: ${review.reason}` : ''}
        </Small>
      ) : null}
    </View>
  );
}
