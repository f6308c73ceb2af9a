import { View } from 'react-native';
import { SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import type { TreeDetail, VisitView } from '@dendrix/core/contracts';
import { alertsOf, unseenSides } from '@dendrix/core/history';
import { capital, sideWords, optionWords, SCALE_WORDS } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { Body, Small, Strong } from '@/ui/text';
import { Scale } from '@/features/record/Scale';
import { standing } from './standing';
import { t } from '@/words/tree';

interface Props {
  tree: TreeDetail;
  /** Visits that stand, oldest first. */
  visits: readonly VisitView[];
  /** Visits that are not fetched. */
  earlier: number;
}

/** What somebody needs to know of a tree in ten seconds: how it is, what matters, what nobody saw, and what is to be done. */
export function Glance({ tree, visits, earlier }: Props) {
  const last = visits.at(-1);
  const judgement = last?.judgement;
  const matters = mattersOf(tree, last);
  const unseen = unseenWords(visits, earlier);
  const next = judgement?.options[0];
  return (
    <View className="gap-3">
      <View className="flex-row gap-4">
        <View className="flex-1">
          <Scale label={capital(SCALE_WORDS.vigour)} bands={VIGOUR} {...standing(visits, 'vigour', tree)} short />
        </View>
        <View className="flex-1">
          <Scale label={capital(SCALE_WORDS.soundness)} bands={SOUNDNESS} {...standing(visits, 'soundness', tree)} short />
        </View>
      </View>
      {matters.length > 0 ? (
        <View className="gap-1 border-l-4 border-l-sulphur bg-sulphur-wash px-3 py-2" role="group" aria-label={t('priorities')}>
          {matters.map((words, i) => (
            <Body key={words} className={i === 0 ? 'font-body-bold' : ''}>
              {words}
            </Body>
          ))}
        </View>
      ) : null}
      <View className="gap-1">
        <Line label={t('notInspected')} words={unseen} />
        {next ? <Line label={t('action')} words={`${capital(optionWords(next.do))}${next.who ? `, ${next.who}` : ''}`} /> : null}
      </View>
    </View>
  );
}

const Line = ({ label, words }: { label: string; words: string }) => (
  <View className="flex-row gap-3">
    <Small className="w-[72px] pt-[2px]">{label}</Small>
    <Strong className="min-w-0 flex-1">{words}</Strong>
  </View>
);

/** At most three things, the worst first: what is beneath it, what gets worse, what the band rests on. */
function mattersOf(tree: TreeDetail, last: VisitView | undefined): string[] {
  if (!last) return [];
  const { judgement } = last;
  const risk = judgement.ruled.risk;
  const worse = alertsOf(judgement.changes);
  const bad = judgement.soundness.band === 'act first' || judgement.soundness.band === 'serious weakness';
  return [
    ...(risk === 'high' || risk === 'extreme' ? [t('fieldScreening', { risk })] : []),
    ...(bad ? judgement.soundness.reasons.slice(0, 1) : []),
    ...worse.slice(0, 1).map((change) => change.says),
    ...(tree.standing === 'contested' ? [t('theNameIsDisputedTwoReviewers')] : []),
    ...(judgement.overruled.some((one) => one.milder) ? [t('theInspectorRatedLowerThan')] : []),
  ].slice(0, 3);
}

function unseenWords(visits: readonly VisitView[], earlier: number): string {
  const last = visits.at(-1);
  if (!last) return t('everythingNotVisitedYet');
  const { never, lately } = unseenSides(
    library,
    visits.map((visit) => visit.look),
  );
  const { percent } = last.judgement.lookedAt;
  const sides = [
    never.length > 0
      ? earlier > 0
        ? t('notInTheVisitsShown', { never: never.map(sideWords).join(', ') })
        : t('never', { never: never.map(sideWords).join(', ') })
      : '',
    lately.length > 0 ? t('notOnTheLastVisit', { lately: lately.map(sideWords).join(', ') }) : '',
  ].filter(Boolean);
  if (sides.length === 0 && percent >= 100) return t('nothingEveryPartWasInspected');
  return [...sides, t('ofTheZonesOnTheLast', { value: 100 - percent })].join('; ');
}
