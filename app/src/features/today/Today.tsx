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

const SPANS = [
  { value: '0', words: 'Due now' },
  { value: '14', words: 'Two weeks' },
  { value: '90', words: 'Three months' },
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
      <Page title="Today" wide={wide}>
        <Waiting
          what="the round"
          problem={error?.message}
          retry={error ? <Button onPress={() => void refetch()}>Try again</Button> : null}
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
    <Page title="Today" wide={wide}>
      <View className="gap-1">
        <Body className="text-soft">
          {dayWords(today)}, {season} in {district.name}
        </Body>
        <Strong>
          {stops.length === 0
            ? 'No trees are due.'
            : `${stops.length}${more ? ` of more than ${total}` : total > stops.length ? ` of ${total}` : ''} tree${stops.length === 1 ? '' : 's'}, about ${distanceWords(metres, units)} to walk in this order`}
        </Strong>
        {stops.length > 0 && total > stops.length ? (
          <Small>The most urgent about {from ? 'where you stand' : `${stops[0]?.tree.place.split(',')[0]}`}.</Small>
        ) : null}
      </View>
      {putOff > 0 ? <Small>{`${putOff} more due ${putOff === 1 ? 'tree is' : 'trees are'} postponed.`}</Small> : null}
      <Elsewhere trees={elsewhere} />
      {parcels.length > 0 ? (
        <Remark mood={parcels.some((p) => p.problem) ? 'caution' : 'second'} title={`${parcels.length} waiting to upload`}>
          <View className="gap-2">
            {parcels.map((parcel) => (
              <Small key={parcel.id} className="text-ink">
                {parcel.words}
                {parcel.problem ? `: ${parcel.problem}` : ''}
              </Small>
            ))}
            <Button onPress={() => void send()} disabled={!online}>
              {online ? 'Upload now' : 'Uploads when you are online'}
            </Button>
          </View>
        </Remark>
      ) : null}
      <FirstHour />
      <MyRound today={today} />
      {range.own.length > 0 ? (
        <Choice
          label="Area"
          shown={false}
          options={[
            { value: 'own', words: range.own.length === 1 ? (range.own[0]?.name ?? '') : 'My districts' },
            { value: 'town', words: 'Whole town' },
          ]}
          value={range.isWholeTown ? 'town' : 'own'}
          onChange={(value) => showWholeTown(value === 'town')}
        />
      ) : null}
      <Choice label="Due within" shown={false} options={SPANS} value={span} onChange={setSpan} />
      {total > stops.length || from ? (
        <View className="gap-1">
          <Button className="self-start" onPress={from ? () => setFrom(null) : locate}>
            {from ? 'Start with the most urgent' : 'Start from my location'}
          </Button>
          {lost ? <Small role="alert">Location not available.</Small> : null}
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
        <Heading>All done for today</Heading>
        <Body>Choose a later date above, or choose a tree on the map.</Body>
      </Card>
    );
  return (
    <Card>
      <Heading>No tree yet</Heading>
      <Body>Import your tree list, or add the first tree on the map.</Body>
      <View className="flex-row flex-wrap gap-2">
        {account && mayAct(account.role, 'coordinator') ? (
          <Button onPress={() => router.navigate('/exchange')}>Import tree list</Button>
        ) : null}
        <Button onPress={() => router.navigate('/map?add=1')}>Add a tree</Button>
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
    <Remark mood="second" title="Setup is not finished">
      <Button kind="next" className="self-start" onPress={() => router.navigate('/set-up')}>
        Continue setup
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
          <Strong>{`Your round: ${mine.done.length} of ${mine.plan.stops.length} seen. `}</Strong>
          {next ? `Next ${next.tag}, ${next.place}.` : 'All of it is done.'}
        </Body>
      ) : null}
      <Button onPress={() => router.navigate('/round')}>{mine ? 'Open the round' : 'Plan a round'}</Button>
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
    <Remark mood="caution" title={`${trees.length} more urgent trees, outside this round`}>
      <View className="flex-row flex-wrap gap-2">
        {trees.slice(0, all ? trees.length : ELSEWHERE).map((tree) => (
          <Button key={tree.id} label={`Open ${tree.tag}, ${tree.place}`} onPress={() => router.push(`/tree/${tree.id}`)}>
            {`${tree.tag}: ${tree.soundness === 'act first' ? ratingWords(tree.soundness) : `risk ${tree.risk ?? ''}`}`}
          </Button>
        ))}
        {!all && trees.length > ELSEWHERE ? <Button onPress={() => setAll(true)}>All of them</Button> : null}
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
              <Said>Tree</Said>
              <TreeTag tag={tree.tag} />
              <Small className="flex-shrink">{tree.place}</Small>
            </View>
            <Latin>{tree.taxon ?? 'not yet named'}</Latin>
            {tree.taxon ? (
              <Small>{taxon?.commonNames[0]?.name ?? ''}</Small>
            ) : tree.writtenName ? (
              <Small>the list says “{tree.writtenName}”</Small>
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
            Now shows {settles.now.slice(0, 6).join(', ')}
            {settles.later[0] ? `. Later: ${settles.later.map((l) => `${l.what} ${l.when}`).join('; ')}` : ''}.
          </Small>
        </View>
        <View className="flex-row items-center gap-3">
          <Small className="flex-1">
            {step === null ? `Stop ${number}: start here` : `Stop ${number}: ${distanceWords(step, units)} on`}
          </Small>
          <Button
            kind={number === 1 ? 'next' : 'plain'}
            label={`Start a visit to ${tree.tag}`}
            onPress={() => router.push(`/visit/${tree.id}`)}
          >
            Start a visit
          </Button>
        </View>
      </Card>
    </View>
  );
});
