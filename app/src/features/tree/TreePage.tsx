import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { ScrollView, View } from 'react-native';
import { SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import { todayIso } from '@/features/shell/today';
import { standingVisits } from '@dendrix/core/review';
import { dateWithSeason, dueWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { OverTheYears } from './OverTheYears';
import { Pictures, useOpenPicture } from './Pictures';
import { Scale } from './Scale';
import { useOlderVisits, useTree } from './useTrees';
import { Facts } from './Facts';
import { History } from './History';
import { Identity } from './Identity';
import { LastJudgement } from './LastJudgement';
import { NameGiven } from './NameGiven';
import { Sheet } from './Sheet';
import { standing } from './standing';
import { StillToSettle } from './StillToSettle';
import { VisitCard } from './VisitCard';

/** Who it is and how sure, two scales, the rings, what is due, every visit and every name it ever had. */
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
  if (!tree) {
    return (
      <View className="p-4">
        {unsent.length > 0 ? (
          <Remark mood="second" title="A visit waits to be sent">
            It is kept on this device and goes out when there is a signal.
          </Remark>
        ) : null}
        <Waiting
          what="the tree"
          problem={query.error?.message}
          retry={query.error ? <Button onPress={() => void query.refetch()}>Try again</Button> : null}
        />
      </View>
    );
  }
  const visits = standingVisits(tree.visits);
  const left = tree.earlier.visits - older.visits.length;
  const last = visits.at(-1);
  const today = todayIso();
  const mayVisit = account !== null && account.role !== 'viewer';
  const about = (
    <>
      <Identity tree={tree} />
      {unsent.map((parcel) => (
        <Remark key={parcel.id} mood={parcel.problem ? 'caution' : 'second'} title="A visit waits to be sent">
          {parcel.problem
            ? `${parcel.problem.detail} Mend it under More.`
            : 'It stands below as it will be; it is kept on this device and goes out when there is a signal.'}
        </Remark>
      ))}
      <View className="flex-row gap-4">
        <View className="flex-1">
          <Scale label="Vigour" bands={VIGOUR} {...standing(visits, 'vigour', tree)} short />
        </View>
        <View className="flex-1">
          <Scale label="Soundness" bands={SOUNDNESS} {...standing(visits, 'soundness', tree)} short />
        </View>
      </View>
      <History tree={tree} earlier={left} />
    </>
  );
  const record = (
    <>
      {last ? <LastJudgement visit={last} visits={visits} /> : null}
      <Facts tree={tree} />
      <OverTheYears visits={tree.visits} earlier={left} />
      <Pictures tree={tree} onOpen={picture.open} />
      <Sheet tree={tree} />
      <StillToSettle tree={tree} />
      <Heading>Every name it had</Heading>
      {tree.determinations.map((d) => (
        <NameGiven key={d.id} given={d} tree={tree} />
      ))}
      {tree.determinations.length === 0 ? (
        <Small>Nobody has named it{tree.writtenName ? `; the town list says “${tree.writtenName}”` : ''}.</Small>
      ) : null}
      <Heading>Every visit</Heading>
      {tree.visits.map((visit) => (
        <VisitCard key={visit.id} visit={visit} tree={tree} />
      ))}
      {tree.visits.length === 0 ? <Small>Nobody has visited it yet.</Small> : null}
      <Earlier
        left={left}
        waits={older.isFetching}
        problem={older.error?.message}
        onMore={() => (all ? void older.fetchNextPage() : setAll(true))}
      />
    </>
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
            <View className="flex-1 gap-4">{record}</View>
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
              <Small>Come back{tree.dueOn ? `, ${dueWords(today, tree.dueOn)}` : ''}</Small>
            </View>
            <Strong>{tree.dueOn ? `by ${dateWithSeason(tree.dueOn, tree.latitude)}` : 'no date set'}</Strong>
            {tree.dueBecause ? <Small numberOfLines={2}>{tree.dueBecause}</Small> : null}
          </View>
          <View className="flex-row gap-2">
            {mayVisit ? (
              <Button kind="next" className="flex-1 px-6" onPress={() => router.push(`/visit/${tree.id}`)}>
                Start a visit
              </Button>
            ) : null}
            <Button onPress={() => router.navigate(`/map?tree=${tree.id}`)}>On the map</Button>
          </View>
        </View>
      </View>
      {picture.view}
    </View>
  );
}

/** Visits before those that are shown: how many, and a way to have them. */
function Earlier({ left, waits, problem, onMore }: { left: number; waits: boolean; problem: string | undefined; onMore: () => void }) {
  if (left <= 0) return null;
  return (
    <View className="gap-1">
      <Button className="self-start" disabled={waits} onPress={onMore}>
        {waits ? 'Fetching …' : `${left} earlier visit${left === 1 ? '' : 's'}`}
      </Button>
      {problem ? <Small role="alert">{problem}</Small> : null}
    </View>
  );
}
