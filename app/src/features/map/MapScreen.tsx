import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Pressable, ScrollView, Text, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import { commonName } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import type { TreeBrief } from '@dendrix/core/contracts';
import type { Box, Place } from '@dendrix/core/geo';
import { standingWords } from '@dendrix/core/state';
import { ASKS, countAnswers, type Ask } from '@dendrix/core/town';
import { dueWords } from '@/features/shell/words';
import { useSession } from '@/features/shell/useSession';
import { useHeldTrees } from '@/features/record/useHeldTrees';
import { useAdded, useBrief, useTree } from '@/features/record/useTrees';
import { useAsTheyWillBe } from '@/features/record/useUnsent';
import { oneTree, townCounted } from '@/data/keys';
import { SMALL_TOWN } from '@/offline/held';
import { visitsIn } from '@/offline/outbox';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Latin, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { TreeTag, Waiting } from '@/ui/surface';
import { useTheme } from '@/ui/theme';
import { useWide } from '@/ui/wide';
import type { Palette } from '@/ui/palette';
import { useTownDistrict } from '@/features/shell/leading';
import { AddTree } from './AddTree';
import { useBehind } from './behind';
import { HoldArea } from './HoldArea';
import { ASK_WORDS, MARKS, type Mark } from './marks';
import { t } from '@/words/map';

const TreeMap = lazy(() => import('./maps').then((maps) => ({ default: maps.TreeMap })));

/** The district by what is asked of it. */
export function MapScreen() {
  const params = useLocalSearchParams<{ tree?: string; add?: string }>();
  const { account } = useSession();
  const wide = useWide();
  const today = todayIso();
  const [ask, setAsk] = useState<Ask>('due');
  const [only, setOnly] = useState<string | null>(null);
  const [picked, setPicked] = useState<{ id: string; tag: string } | null>(null);
  const [view, setView] = useState<Box | null>(null);
  const [holding, setHolding] = useState<Box | null>(null);
  const [adding, setAdding] = useState(false);
  const [place, setPlace] = useState<{ latitude: number; longitude: number } | null>(null);
  useEffect(() => {
    if (params.tree) setPicked({ id: params.tree, tag: '' });
    if (params.add) setAdding(true);
  }, [params.tree, params.add]);
  const town = useQuery(townCounted(today));
  const held = useHeldTrees(town.isError);
  const added = useAdded();
  const own = useOwn();
  const chosen = useChosen(picked);
  const behind = useBehind();
  const district = useTownDistrict();
  const counts = useMemo(() => {
    if (held && town.isError) return countAnswers(ask, held, today);
    return town.data?.counts[ask] ?? {};
  }, [held, town.isError, town.data, ask, today]);
  if ((!town.data && !held) || !behind) return <Waiting what={t('theMap')} problem={town.error?.message} />;
  const sum = Object.values(counts).reduce((all, n) => all + n, 0) + added.length;
  const shown = only === null ? sum : (counts[only] ?? 0);
  const mayAdd = account !== null && account.role !== 'viewer';

  return (
    <View className="min-h-0 flex-1">
      {/* Said, not shown: the map itself is what is seen. */}
      <Title className="absolute h-px w-px overflow-hidden opacity-0">{t('map')}</Title>
      <ScrollView
        horizontal
        className="flex-grow-0 border-b border-rule"
        contentContainerClassName="gap-2 px-3 py-2"
        role="radiogroup"
        aria-label={t('showOnMap')}
      >
        {ASKS.map((question) => {
          const on = question === ask;
          return (
            <Pressable
              key={question}
              role="radio"
              aria-checked={on}
              onPress={() => {
                setAsk(question);
                setOnly(null);
              }}
              className={`min-h-[48px] justify-center rounded-full border px-4 active:opacity-60 ${on ? 'border-ink bg-ink' : 'border-rule bg-sheet'}`}
            >
              <Text className={`font-body-bold text-[15px] ${on ? 'text-paper' : 'text-ink'}`}>{ASK_WORDS[question]}</Text>
            </Pressable>
          );
        })}
      </ScrollView>
      <View className="min-h-0 flex-1">
        <Suspense fallback={<Waiting what={t('theMap')} />}>
          <TreeMap
            behind={behind}
            district={district}
            ask={ask}
            only={only}
            today={today}
            version={town.data?.version ?? '0'}
            box={town.data?.box ?? null}
            middle={town.data?.middle ?? null}
            own={own}
            chosen={chosen?.place ?? null}
            placing={adding}
            placed={place}
            onChoose={setPicked}
            onPlace={setPlace}
            onView={setView}
          />
        </Suspense>
        {behind.attribution ? (
          <View className="absolute bottom-1 right-1 rounded-sm bg-paper px-1">
            <Small className="text-[12px] leading-[16px]">{behind.attribution}</Small>
          </View>
        ) : null}
        <View
          className={`absolute left-3 top-3 gap-0 rounded-md border border-rule bg-sheet p-1 ${wide ? '' : 'max-w-[70%]'}`}
          role="group"
          aria-label={t('legendTapOneToSeeOnly')}
        >
          {MARKS[ask].map((mark) => (
            <LegendLine
              key={mark.key}
              mark={mark}
              count={counts[mark.key] ?? 0}
              on={only === mark.key}
              off={only !== null && only !== mark.key}
              onPress={() => setOnly(only === mark.key ? null : mark.key)}
            />
          ))}
        </View>
      </View>
      {adding ? (
        <AddTree
          place={place}
          onPlace={setPlace}
          onClose={(id) => {
            setAdding(false);
            setPlace(null);
            if (id) setPicked({ id, tag: '' });
          }}
        />
      ) : holding ? (
        <HoldArea box={holding} today={today} onClose={() => setHolding(null)} />
      ) : (
        <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3">
          {picked ? (
            <Chosen picked={picked} tree={chosen?.tree} today={today} wide={wide} mayVisit={mayAdd} />
          ) : (
            <View className="flex-row items-center justify-between gap-3">
              <Body className="flex-1">
                <Strong>{t('trees', { shown: shown.toLocaleString('en') })}</Strong> {t('tapOne')}
              </Body>
              {view && (town.data?.trees ?? 0) > SMALL_TOWN ? <Button onPress={() => setHolding(view)}>{t('downloadArea')}</Button> : null}
              {mayAdd ? <Button onPress={() => setAdding(true)}>{t('addATree2')}</Button> : null}
            </View>
          )}
        </View>
      )}
    </View>
  );
}

/** Trees that the tiles do not have as they will be: added or visited on this device, and not sent yet. */
function useOwn(): readonly TreeBrief[] {
  const client = useQueryClient();
  const added = useAdded();
  const { parcels } = useOutbox();
  const visited = useMemo(
    () => visitsIn(parcels).flatMap(({ body }) => client.getQueryData(oneTree(body.treeId).queryKey) ?? []),
    [parcels, client],
  );
  const asTheyWillBe = useAsTheyWillBe(visited);
  return useMemo(() => [...added, ...(asTheyWillBe ?? [])], [added, asTheyWillBe]);
}

/** The tree that was tapped, with its place as soon as that is known. */
function useChosen(picked: { id: string } | null): { tree: TreeBrief; place: Place } | null {
  const id = picked?.id ?? '';
  const detail = useTree(id, picked !== null);
  const brief = useBrief(id, picked !== null && detail.data === undefined);
  const tree = detail.data ?? brief;
  return useMemo(() => (tree && picked ? { tree, place: { latitude: tree.latitude, longitude: tree.longitude } } : null), [tree, picked]);
}

interface ChosenProps {
  picked: { id: string; tag: string };
  tree: TreeBrief | undefined;
  today: string;
  wide: boolean;
  mayVisit: boolean;
}

/** What the map says of one tree, and the ways on. */
function Chosen({ picked, tree, today, wide, mayVisit }: ChosenProps) {
  const router = useRouter();
  return (
    <View className={wide ? 'flex-row items-center gap-6' : 'gap-2'}>
      <View className="min-w-0 flex-1 gap-1">
        <View className="flex-row items-center gap-2">
          <TreeTag tag={tree?.tag ?? picked.tag} />
          <Small className="flex-shrink" numberOfLines={1}>
            {tree?.place ?? ''}
          </Small>
        </View>
        <Latin>{tree ? (tree.taxon ?? t('notYetNamed')) : '…'}</Latin>
        {tree ? (
          <Small numberOfLines={2}>
            {[
              tree.taxon ? commonName(tree.taxon) : tree.writtenName ? t('theListSays', { writtenName: tree.writtenName }) : '',
              standingWords(tree.standing).toLowerCase(),
              tree.dueOn ? dueWords(today, tree.dueOn) : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Small>
        ) : null}
      </View>
      <View className="flex-row gap-2">
        {mayVisit ? (
          <Button kind="next" className="flex-1" onPress={() => router.push(`/visit/${picked.id}`)}>
            {t('startAVisit')}
          </Button>
        ) : null}
        <Button className="flex-1" onPress={() => router.push(`/tree/${picked.id}`)}>
          {t('openTree')}
        </Button>
      </View>
    </View>
  );
}

function LegendLine({ mark, count, on, off, onPress }: { mark: Mark; count: number; on: boolean; off: boolean; onPress: () => void }) {
  const { palette } = useTheme();
  return (
    <Pressable
      role="button"
      aria-pressed={on}
      aria-label={`${mark.words}: ${count}`}
      onPress={onPress}
      className={`min-h-[48px] flex-row items-center gap-2 rounded-sm px-2 active:opacity-60 ${on ? 'bg-paper' : ''} ${off ? 'opacity-50' : ''}`}
    >
      <MarkDrawing mark={mark} palette={palette} />
      <Small className="flex-shrink text-ink">
        {mark.words} <Strong className="text-[14px]">{count.toLocaleString('en')}</Strong>
      </Small>
    </Pressable>
  );
}

function MarkDrawing({ mark, palette }: { mark: Mark; palette: Palette }) {
  const fill = palette[mark.tone];
  const r = mark.form === 'dot' ? 4.5 : 7;
  return (
    <Svg width={20} height={20} viewBox="0 0 20 20" aria-hidden>
      {mark.form === 'diamond' ? <Path d="M10 2l8 8-8 8-8-8z" fill={fill} stroke={palette.ink} strokeWidth={1.5} /> : null}
      {mark.form === 'triangle' ? <Path d="M10 2l8 15H2z" fill={fill} stroke={palette.ink} strokeWidth={1.5} /> : null}
      {mark.form === 'disc' || mark.form === 'dot' ? (
        <Circle cx={10} cy={10} r={r} fill={fill} stroke={mark.form === 'dot' ? 'none' : palette.ink} strokeWidth={1.5} />
      ) : null}
      {mark.form === 'ring' ? <Circle cx={10} cy={10} r={6} fill={palette.sheet} stroke={fill} strokeWidth={3} /> : null}
      {mark.form === 'half' || mark.form === 'cross' ? (
        <Circle cx={10} cy={10} r={7} fill={palette.sheet} stroke={palette.ink} strokeWidth={1.5} />
      ) : null}
      {mark.form === 'half' ? <Path d="M3.6 10a6.4 6.4 0 0 0 12.8 0z" fill={fill} /> : null}
      {mark.form === 'cross' ? <Path d="M6.5 6.5l7 7M13.5 6.5l-7 7" stroke={fill} strokeWidth={2.6} /> : null}
    </Svg>
  );
}
