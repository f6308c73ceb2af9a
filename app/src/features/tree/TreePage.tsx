import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import type { UnitSystem } from '@dendrix/core/units';
import { todayIso } from '@/features/shell/today';
import { standingVisits } from '@dendrix/core/state';
import { dateWithSeason, dayWords, dueWords, lengthWords } from '@/features/shell/words';
import { useSession } from '@/features/shell/useSession';
import { Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { Timeline } from '@/features/history/HistoryFold';
import { AsWritten } from '@/features/history/AsWritten';
import { SideBySide } from '@/features/history/SideBySide';
import { SlidOver } from '@/features/history/SlidOver';
import { useSeen } from '@/features/history/useSeen';
import { AtTree } from '@/features/live/AtTree';
import { useIAmHere } from '@/features/live/usePresence';
import { useSettings } from '@/features/shell/settings';
import { Talk } from '@/features/talk/Talk';
import { useMessages } from '@/features/talk/useTalk';
import { Fold } from '@/ui/fold';
import { Glance } from './Glance';
import { taxonNamed } from '@/features/shell/library';
import { OverTheYears } from './OverTheYears';
import { Pictures, useOpenPicture } from './Pictures';
import { PutOffSaid } from './PutOffSaid';
import { useOlderVisits, useTree } from '@/features/record/useTrees';
import { Facts } from './Facts';
import { History } from './History';
import { Identity } from './Identity';
import { LastJudgement } from './LastJudgement';
import { NameGiven } from './NameGiven';
import { Sheet } from './Sheet';
import { StillToSettle } from './StillToSettle';
import { t } from '@/words/tree';

const EMPTY = { id: '', messages: [] };

/** What matters first: who it is, how it is, what nobody saw, what is next; everything else folds and says what is in it. */
export function TreePage({ id }: { id: string }) {
  const router = useRouter();
  const wide = useWide();
  const query = useTree(id);
  const [all, setAll] = useState(false);
  const older = useOlderVisits(id, query.data?.earlier.next ?? null, all);
  const { account } = useSession();
  const { parcels } = useOutbox();
  const unsent = visitsIn(parcels, id);
  const newest = query.data;
  const tree = useMemo(
    () => newest && { ...newest, visits: older.visits.length === 0 ? newest.visits : [...newest.visits, ...older.visits] },
    [newest, older.visits],
  );
  const picture = useOpenPicture(tree);
  const presence = useIAmHere(id);
  const { settings } = useSettings();
  const messages = useMessages(tree ?? EMPTY);
  useSeen(tree);
  if (!tree) {
    return (
      <View className="p-4">
        {unsent.length > 0 ? (
          <Remark mood="second" title={t('aVisitIsWaitingToUpload')}>
            {t('itIsSavedOnThisDevice')}
          </Remark>
        ) : null}
        <Waiting
          what={t('theTree')}
          problem={query.error?.message}
          retry={query.error ? <Button onPress={() => void query.refetch()}>{t('tryAgain')}</Button> : null}
        />
      </View>
    );
  }
  const visits = standingVisits(tree.visits);
  const left = tree.earlier.visits - older.visits.length;
  const last = visits.at(-1);
  const today = todayIso(tree);
  const place = { taxon: taxonNamed(tree.taxon), latitude: tree.latitude };
  const photos = tree.visits.reduce((sum, visit) => sum + visit.look.photos.length, 0);
  const mayVisit = account !== null && account.role !== 'viewer';
  const about = (
    <>
      <Identity tree={tree} />
      <AtTree tree={tree.id} />
      {tree.olderRules ? (
        <Remark mood="second" title={t('assessedByOlderRules')}>
          {t('thisTreeIsBeingAssessedAgain')}
        </Remark>
      ) : null}
      {unsent.map((parcel) => (
        <Remark key={parcel.id} mood={parcel.problem ? 'caution' : 'second'} title={t('aVisitIsWaitingToUpload')}>
          {parcel.problem ? t('mendItUnderMore', { detail: parcel.problem.detail }) : t('itIsShownBelowAsIt')}
        </Remark>
      ))}
      <Glance tree={tree} visits={visits} earlier={left} />
      <PutOffSaid tree={tree} today={today} />
      <StillToSettle tree={tree} />
      <History tree={tree} earlier={left} />
    </>
  );
  const fetchMore = (
    <Earlier
      left={left}
      waits={older.isFetching}
      problem={older.error?.message}
      onMore={() => (all ? void older.fetchNextPage() : setAll(true))}
    />
  );
  const reviews = tree.reviews.length;
  const record = (
    <View>
      <OverTheYears visits={tree.visits} reviews={tree.reviews} place={place} earlier={left} />
      {last ? (
        <Fold
          title={t('lastInspection')}
          says={t('inspected', { name: last.by.name, day: dayWords(last.look.day), percent: last.judgement.lookedAt.percent })}
        >
          <LastJudgement visit={last} visits={visits} />
        </Fold>
      ) : null}
      <Fold title={t('talk')} says={saidWords(messages.length)} open={messages.some((message) => message.point === 'tree')}>
        <Talk tree={tree} visitId={null} point="tree" about={t('thisTree')} />
      </Fold>
      <Fold
        title={t('nameHistory')}
        says={[namesWords(tree), ...(reviews > 0 ? [t('reviews', { reviews })] : [])].join(', ')}
        open={tree.standing === 'contested' || tree.standing === 'questioned'}
      >
        {tree.determinations.map((d) => (
          <NameGiven key={d.id} given={d} tree={tree} />
        ))}
        {tree.determinations.length === 0 ? (
          <Small>{tree.writtenName ? t('notIdentifiedYetTheTownList', { writtenName: tree.writtenName }) : t('notIdentifiedYet')}</Small>
        ) : null}
      </Fold>
      <Fold title={t('history')} says={happenedWords(tree, left)}>
        {() => (
          <>
            <Timeline tree={tree} />
            {fetchMore}
          </>
        )}
      </Fold>
      {visits.length > 1 ? (
        <Fold title={t('compareTwoVisits')} says={t('whatChangedBetweenAnyTwoAnd')}>
          {() => <SideBySide tree={tree} />}
        </Fold>
      ) : null}
      {photos > 0 ? (
        <Fold title={t('photos')} says={t('photosNewestFirst', { photos })}>
          {() => (
            <>
              <Pictures tree={tree} onOpen={picture.open} />
              <SlidOver tree={tree} />
            </>
          )}
        </Fold>
      ) : null}
      <Fold title={t('sizesAndSheet')} says={sizesWords(tree, settings.units)}>
        <Facts tree={tree} />
        <Sheet tree={tree} />
      </Fold>
      <Fold title={t('checkRecordIntegrity')} says={t('checksThisTreesRecordAgainstThe')}>
        {() => <AsWritten tree={tree.id} />}
      </Fold>
    </View>
  );
  return (
    <View className="min-h-0 flex-1">
      <ScrollView
        className="flex-1"
        contentContainerClassName={`w-full self-center gap-5 p-4 pb-8 ${wide ? 'max-w-[1180px] flex-row' : 'max-w-[760px]'}`}
      >
        {wide ? (
          <>
            <View className="flex-1 gap-5">{about}</View>
            <View className="flex-1">{record}</View>
          </>
        ) : (
          <>
            {about}
            {record}
          </>
        )}
      </ScrollView>
      <View className="gap-2 border-t-2 border-ink bg-sheet px-4 pb-3 pt-2">
        <View className={wide ? 'w-full max-w-[1148px] flex-row items-center gap-4 self-center' : 'gap-2'}>
          <View className="min-w-0 flex-1">
            <View className="flex-row justify-between gap-3">
              <Small>{tree.dueOn ? t('nextVisit', { due: dueWords(today, tree.dueOn) }) : t('nextVisit2')}</Small>
            </View>
            <Strong>
              {tree.dueOn ? t('byDatewithseason', { dateWithSeason: dateWithSeason(tree.dueOn, tree.latitude) }) : t('noDateSet')}
            </Strong>
            {tree.dueBecause ? <Small numberOfLines={2}>{tree.dueBecause}</Small> : null}
          </View>
          <View className="flex-row gap-2">
            {mayVisit ? (
              <Button kind="next" className="flex-1 px-3" onPress={() => router.push(`/visit/${tree.id}`)}>
                {t('startVisit')}
              </Button>
            ) : null}
            {mayVisit ? (
              <Button onPress={() => presence.setHere(!presence.here)}>{presence.here ? t('iHaveLeft') : t('iAmHere')}</Button>
            ) : null}
            <Button onPress={() => router.navigate(`/map?tree=${tree.id}`)}>{t('onTheMap')}</Button>
          </View>
        </View>
      </View>
      {picture.view}
    </View>
  );
}

const saidWords = (n: number): string => (n === 0 ? t('nothingWasSaidYet') : n === 1 ? t('oneWord') : t('words', { n }));
const namesWords = ({ determinations }: TreeDetail): string => {
  const names = new Set(determinations.map(({ taxon }) => taxon ?? t('notKnown')));
  return names.size === 0
    ? t('noneYet')
    : names.size === 1
      ? t('always', { name: [...names][0] ?? '' })
      : t('differentOnes', { size: names.size });
};
const happenedWords = (tree: TreeDetail, left: number): string =>
  t('visitsEveryReviewWordAndAmendment', { visits: tree.visits.length + left });
const sizesWords = (tree: TreeDetail, units: UnitSystem): string =>
  [
    tree.dbh === null ? t('notMeasured') : lengthWords(tree.dbh, units, 'stem'),
    tree.height === null ? null : t('high', { length: lengthWords(tree.height, units, 'tree') }),
  ]
    .filter((words) => words !== null)
    .join(', ');

/** Visits before those that are shown: how many, and a way to have them. */
function Earlier({ left, waits, problem, onMore }: { left: number; waits: boolean; problem: string | undefined; onMore: () => void }) {
  if (left <= 0) return null;
  return (
    <View className="gap-1">
      <Button className="self-start" disabled={waits} onPress={onMore}>
        {waits ? t('fetching') : t('earlierVisits', { left })}
      </Button>
      {problem ? <Small role="alert">{problem}</Small> : null}
    </View>
  );
}
