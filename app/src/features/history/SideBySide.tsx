import { useMemo, useState } from 'react';
import { View } from 'react-native';
import type { TreeDetail, VisitView } from '@dendrix/core/contracts';
import { twoVisits, type Beside } from '@dendrix/core/review';
import { standingVisits } from '@dendrix/core/state';
import { capital, sideWords } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { dayWords } from '@/features/shell/words';
import { pointWords } from '@/features/talk/points';
import { ChangeLine } from '@/features/record/ChangeLine';
import { Body, Small, Strong } from '@/ui/text';
import { Choice } from '@/ui/button';
import { t } from '@/words/history';

/** Any two visits of a tree side by side: what changed beyond what repeat looks differ by, and what one of them did not look at. */
export function SideBySide({ tree }: { tree: TreeDetail }) {
  const visits = useMemo(() => standingVisits(tree.visits), [tree.visits]);
  const [first, setFirst] = useState(visits.at(-2)?.id ?? null);
  const [second, setSecond] = useState(visits.at(-1)?.id ?? null);
  const [all, setAll] = useState<'differs' | 'all'>('differs');
  const units = useUnits();
  const [before, after] = [visits.find(({ id }) => id === first), visits.find(({ id }) => id === second)];
  const two = useMemo(() => {
    if (!before || !after || before === after) return null;
    const [a, b] = before.look.day <= after.look.day ? [before, after] : [after, before];
    return { a, b, ...twoVisits(library, a, b, { units }) };
  }, [before, after, units]);
  const options = visits.map((visit) => ({ value: visit.id, words: `${visit.look.day.slice(0, 7)} ${visit.by.name.split(' ')[0] ?? ''}` }));
  return (
    <View className="gap-3">
      <Choice label={t('oneVisit')} options={options} value={first} onChange={setFirst} />
      <Choice label={t('andAnother')} options={options} value={second} onChange={setSecond} />
      {two ? (
        <>
          <Choice
            label={t('whatIsShown')}
            shown={false}
            options={[
              { value: 'differs', words: t('whatDiffers') },
              { value: 'all', words: t('everything') },
            ]}
            value={all}
            onChange={setAll}
          />
          <Points points={two.points.filter((point) => all === 'all' || point.differs === true)} a={two.a} b={two.b} />
          {two.changes
            .filter(
              (change) => all === 'all' || change.course === 'worse' || change.course === 'better' || change.course === 'not found again',
            )
            .map((change) => (
              <View key={`${change.what}/${change.key ?? ''}`} className="gap-1">
                <Body className={change.course === 'worse' ? 'text-oxide' : ''}>{change.says}</Body>
                <ChangeLine change={change} />
              </View>
            ))}
          <Missed words={t('seenOnAndNotOn', { day: dayWords(two.a.look.day), day2: dayWords(two.b.look.day) })} sides={two.onlyBefore} />
          <Missed words={t('seenOnAndNotOn', { day: dayWords(two.b.look.day), day2: dayWords(two.a.look.day) })} sides={two.onlyAfter} />
        </>
      ) : (
        <Small>{t('chooseTwoVisits')}</Small>
      )}
    </View>
  );
}

function Points({ points, a, b }: { points: readonly Beside[]; a: VisitView; b: VisitView }) {
  if (points.length === 0) return <Small>{t('nameBandsAndMarksAreThe')}</Small>;
  return (
    <View className="gap-2">
      <View className="flex-row gap-3">
        <Small className="flex-1"> </Small>
        <Small className="flex-1 font-body-bold text-ink">{dayWords(a.look.day)}</Small>
        <Small className="flex-1 font-body-bold text-ink">{dayWords(b.look.day)}</Small>
      </View>
      {points.map((point) => (
        <View key={point.point} className={`flex-row gap-3 border-l-4 pl-2 ${point.differs ? 'border-l-sulphur' : 'border-l-rule'}`}>
          <Small className="flex-1">{capital(pointWords(point.point).replace(/^the /, ''))}</Small>
          <Strong className="flex-1 text-[15px]">{said(point, point.before)}</Strong>
          <Strong className="flex-1 text-[15px]">{said(point, point.after)}</Strong>
        </View>
      ))}
    </View>
  );
}

/** An answer in the words of its mark. */
function said({ point }: Beside, answer: string | null): string {
  if (answer === null) return t('notInspected');
  if (!point.startsWith('trait/')) return answer;
  const trait = library.traits.find(({ id }) => id === point.slice('trait/'.length));
  return trait?.states.find((state) => state.id === answer)?.label ?? answer;
}

const Missed = ({ words, sides }: { words: string; sides: readonly Parameters<typeof sideWords>[0][] }) =>
  sides.length === 0 ? null : <Small>{t('partsThatWereNotInspectedAre', { words, sides: sides.map(sideWords).join(', ') })}</Small>;
