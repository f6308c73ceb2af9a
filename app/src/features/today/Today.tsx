import { useRouter } from 'expo-router';
import { memo, useDeferredValue, useState } from 'react';
import { Pressable, View } from 'react-native';
import type { TreeBrief } from '@dendrix/core/contracts';
import { plateLeaf } from '@dendrix/core/figures/plate-leaf';
import type { Place } from '@dendrix/core/geo';
import { seasonOf } from '@dendrix/core/time';
import { useTownDistrict } from '@/features/shell/leading';
import { showWholeTown, useRange } from '@/features/shell/range';
import { todayIso } from '@/features/shell/today';
import { useUnits } from '@/features/shell/settings';
import { dayWords, distanceWords, dueWords } from '@/features/shell/words';
import { useQuery } from '@tanstack/react-query';
import { mayAct } from '@dendrix/core/contracts/roles';
import { howFarSetUp, roundsOfDay, townCounted } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Heading, Latin, Said, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Page, Remark, TreeTag, Waiting } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { useGradually } from '@/ui/gradually';
import { useWide } from '@/ui/wide';
import { useRound, type Stop } from './useRound';
import { ratingWords } from '@dendrix/core/words/stored';
import { t } from '@/words/today';

const SPANS = [
  { value: '0', words: t('dueNow') },
  { value: '14', words: t('twoWeeks') },
  { value: '90', words: t('threeMonths') },
] as const;

/** Stops that a phone shows without scrolling. */
const IN_SIGHT = 2;

/** The round of the day: which trees, why each, what the season can settle, in walking order. */
export function Today() {
  const units = useUnits();
  const [span, setSpan] = useState<(typeof SPANS)[number]['value']>('0');
  const [from, setFrom] = useState<Place | null>(null);
  const [lost, setLost] = useState(false);
  // What was tapped shows at once; the list it asks for is drawn after it.
  const within = Number(useDeferredValue(span));
  const { stops, elsewhere, total, more, putOff, metres, today, known, error, refetch } = useRound(within, from);
  const range = useRange();
  const { parcels, send, online } = useOutbox();
  const wide = useWide();
  const drawn = useGradually(stops.length, 1, IN_SIGHT);
  const town = useTownDistrict();
  // Whoever looks after one district has its season.
  const district = (range.districts.length > 0 ? range.own[0] : null) ?? town;
  if (!known || !district)
    return (
      <Page title={t('today')} wide={wide}>
        <Waiting
          what={t('theRound')}
          problem={error?.message}
          retry={error ? <Button onPress={() => void refetch()}>{t('tryAgain')}</Button> : null}
        />
      </Page>
    );
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        setLost(false);
        setFrom(roughly(coords));
      },
      () => setLost(true),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  const season = seasonOf(today, district.latitude);
  return (
    <Page title={t('today')} wide={wide}>
      <View className="gap-1">
        <Body className="text-soft">{t('in', { day: dayWords(today), season: season ?? '', name: district.name })}</Body>
        <Strong>
          {stops.length === 0
            ? t('noTreesAreDue')
            : more
              ? t('ofMoreThanTreesAboutTo', { stops: stops.length, total, distance: distanceWords(metres, units) })
              : total > stops.length
                ? t('ofTreesAboutToWalkIn', { stops: stops.length, total, distance: distanceWords(metres, units) })
                : t('treesAboutToWalkInThis', { stops: stops.length, distance: distanceWords(metres, units) })}
        </Strong>
        {stops.length > 0 && total > stops.length ? (
          <Small>
            {from ? t('theMostUrgentAboutWhereYou') : t('theMostUrgentAbout', { split: stops[0]?.tree.place.split(',')[0] ?? '' })}
          </Small>
        ) : null}
      </View>
      {putOff > 0 ? <Small>{t('moreDueTreesArePostponed', { putOff })}</Small> : null}
      <Elsewhere trees={elsewhere} />
      {parcels.length > 0 ? (
        <Remark mood={parcels.some((p) => p.problem) ? 'caution' : 'second'} title={t('waitingToUpload', { parcels: parcels.length })}>
          <View className="gap-2">
            {parcels.map((parcel) => (
              <Small key={parcel.id} className="text-ink">
                {parcel.words}
                {parcel.problem ? `: ${parcel.problem}` : ''}
              </Small>
            ))}
            <Button onPress={() => void send()} disabled={!online}>
              {online ? t('uploadNow') : t('uploadsWhenYouAreOnline')}
            </Button>
          </View>
        </Remark>
      ) : null}
      <FirstHour />
      <MyRound today={today} />
      {range.own.length > 0 ? (
        <Choice
          label={t('area')}
          shown={false}
          options={[
            { value: 'own', words: range.own.length === 1 ? (range.own[0]?.name ?? '') : t('myDistricts') },
            { value: 'town', words: t('wholeTown') },
          ]}
          value={range.isWholeTown ? 'town' : 'own'}
          onChange={(value) => showWholeTown(value === 'town')}
        />
      ) : null}
      <Choice label={t('dueWithin')} shown={false} options={SPANS} value={span} onChange={setSpan} />
      {total > stops.length || from ? (
        <View className="gap-1">
          <Button className="self-start" onPress={from ? () => setFrom(null) : locate}>
            {from ? t('startWithTheMostUrgent') : t('startFromMyLocation')}
          </Button>
          {lost ? <Small role="alert">{t('locationNotAvailable')}</Small> : null}
        </View>
      ) : null}
      <View className={wide ? 'flex-row flex-wrap gap-4' : 'gap-3'}>
        {stops.slice(0, drawn).map((stop, i) => (
          <StopCard key={stop.tree.id} stop={stop} number={i + 1} today={today} wide={wide} />
        ))}
      </View>
      {stops.length === 0 ? <NothingDue /> : null}
    </Page>
  );
}

/** Nothing to walk to: the round is done, or there is no tree yet. */
function NothingDue() {
  const router = useRouter();
  const { account } = useSession();
  const { data } = useQuery(townCounted(todayIso()));
  if (data?.trees !== 0)
    return (
      <Card>
        <Heading>{t('allDoneForToday')}</Heading>
        <Body>{t('chooseALaterDateAboveOr')}</Body>
      </Card>
    );
  return (
    <Card>
      <Heading>{t('noTreeYet')}</Heading>
      <Body>{t('importYourTreeListOrAdd')}</Body>
      <View className="flex-row flex-wrap gap-2">
        {account && mayAct(account.role, 'coordinator') ? (
          <Button onPress={() => router.navigate('/exchange')}>{t('importTreeList')}</Button>
        ) : null}
        <Button onPress={() => router.navigate('/map?add=1')}>{t('addATree')}</Button>
      </View>
    </Card>
  );
}

/** While a town is being set up, whoever does that is led there. */
function FirstHour() {
  const router = useRouter();
  const { account } = useSession();
  const { data } = useQuery({ ...howFarSetUp, enabled: account !== null && mayAct(account.role, 'coordinator') });
  if (!data || data.isDone || data.districts === 0) return null;
  return (
    <Remark mood="second" title={t('setupIsNotFinished')}>
      <Button kind="next" className="self-start" onPress={() => router.navigate('/set-up')}>
        {t('continueSetup')}
      </Button>
    </Remark>
  );
}

/** The round that was planned for this person today, and how far it is done; without one, the way to plan it. */
function MyRound({ today }: { today: string }) {
  const router = useRouter();
  const { account } = useSession();
  const { data } = useQuery(roundsOfDay(today));
  const mine = data?.find((round) => round.crew.id === account?.id);
  const next = mine?.plan.stops.find((stop) => !mine.done.includes(stop.treeId));
  if (account?.role === 'viewer') return null;
  return (
    <View className="flex-row flex-wrap items-center gap-2">
      {mine ? (
        <Body className="min-w-[180px] flex-1">
          <Strong>{t('yourRoundOfSeen', { done: mine.done.length, stops: mine.plan.stops.length })}</Strong>
          {next ? t('next', { tag: next.tag, place: next.place }) : t('allOfItIsDone')}
        </Body>
      ) : null}
      <Button onPress={() => router.navigate('/round')}>{mine ? t('openTheRound') : t('planARound')}</Button>
    </View>
  );
}

/** Ten metres are near enough to begin a round, and leave the answer the same while somebody stands about. */
const roughly = ({ latitude, longitude }: Place): Place => ({
  latitude: Number(latitude.toFixed(4)),
  longitude: Number(longitude.toFixed(4)),
});

/** What presses and stands too far off for this round: said, never passed over. */
function Elsewhere({ trees }: { trees: readonly TreeBrief[] }) {
  const router = useRouter();
  const [all, setAll] = useState(false);
  if (trees.length === 0) return null;
  return (
    <Remark mood="caution" title={t('moreUrgentTreesOutsideThisRound', { trees: trees.length })}>
      <View className="flex-row flex-wrap gap-2">
        {trees.slice(0, all ? trees.length : ELSEWHERE).map((tree) => (
          <Button key={tree.id} label={t('open', { tag: tree.tag, place: tree.place })} onPress={() => router.push(`/tree/${tree.id}`)}>
            {tree.soundness === 'act first'
              ? `${tree.tag}: ${ratingWords(tree.soundness)}`
              : t('risk', { tag: tree.tag, risk: tree.risk ?? '' })}
          </Button>
        ))}
        {!all && trees.length > ELSEWHERE ? <Button onPress={() => setAll(true)}>{t('allOfThem')}</Button> : null}
      </View>
    </Remark>
  );
}
const ELSEWHERE = 1;

const StopCard = memo(function StopCard({
  stop: { tree, taxon, settles, step },
  number,
  today,
  wide,
}: {
  stop: Stop;
  number: number;
  today: string;
  wide: boolean;
}) {
  const router = useRouter();
  const units = useUnits();
  const over = tree.dueOn !== null && tree.dueOn < today;
  return (
    <View className={wide ? 'w-[calc(50%-8px)]' : ''}>
      <Card className="gap-3">
        <Pressable role="link" onPress={() => router.push(`/tree/${tree.id}`)} className="flex-row gap-3 active:opacity-60">
          <View className="flex-1 gap-1">
            <View className="flex-row flex-wrap items-center gap-2">
              <Said>{t('tree')}</Said>
              <TreeTag tag={tree.tag} />
              <Small className="flex-shrink">{tree.place}</Small>
            </View>
            <Latin>{tree.taxon ?? t('notYetNamed')}</Latin>
            {tree.taxon ? (
              <Small>{taxon?.commonNames[0]?.name ?? ''}</Small>
            ) : tree.writtenName ? (
              <Small>{t('theListSays', { writtenName: tree.writtenName })}</Small>
            ) : null}
          </View>
          {taxon ? <Drawing figure={plateLeaf(taxon)} width={58} height={58} /> : null}
        </Pressable>
        <View className="gap-1">
          <Body>
            <Strong className={over ? 'text-oxide' : ''}>{tree.dueOn ? dueWords(today, tree.dueOn) : ''}</Strong>
            {tree.dueBecause ? `: ${tree.dueBecause}` : ''}
          </Body>
          <Small>
            {settles.later[0]
              ? t('nowShowsLater', {
                  now: settles.now.slice(0, 6).join(', '),
                  later: settles.later.map((l) => `${l.what} ${l.when}`).join('; '),
                })
              : t('nowShows', { now: settles.now.slice(0, 6).join(', ') })}
          </Small>
        </View>
        <View className="flex-row items-center gap-3">
          <Small className="flex-1">
            {step === null ? t('stopStartHere', { number }) : t('stopOn', { number, distance: distanceWords(step, units) })}
          </Small>
          <Button
            kind={number === 1 ? 'next' : 'plain'}
            label={t('startAVisitTo', { tag: tree.tag })}
            onPress={() => router.push(`/visit/${tree.id}`)}
          >
            {t('startAVisit')}
          </Button>
        </View>
      </Card>
    </View>
  );
});
