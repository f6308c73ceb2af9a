import { useLocalSearchParams, useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { Pressable, ScrollView, Text, View } from 'react-native';
import Svg, { Circle, Path } from 'react-native-svg';
import { commonName } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { standingWords } from '@dendrix/core/review';
import { dueWords } from '@/features/shell/words';
import { useSession } from '@/features/session/useSession';
import { useTrees } from '@/features/tree/useTrees';
import { Body, Latin, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { TreeTag, Waiting } from '@/ui/surface';
import { useTheme } from '@/ui/theme';
import { useWide } from '@/ui/wide';
import type { Palette } from '@/ui/palette';
import { AddTree } from './AddTree';
import { answerOf, ASK_WORDS, ASKS, MARKS, type Ask, type Mark } from './marks';
import { TreeMap } from './TreeMap';

/** The district by what is asked of it. */
export function MapScreen() {
  const router = useRouter();
  const params = useLocalSearchParams<{ tree?: string; add?: string }>();
  const trees = useTrees();
  const { account } = useSession();
  const wide = useWide();
  const today = todayIso();
  const [ask, setAsk] = useState<Ask>('due');
  const [only, setOnly] = useState<string | null>(null);
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [adding, setAdding] = useState(false);
  const [place, setPlace] = useState<{ latitude: number; longitude: number } | null>(null);
  useEffect(() => {
    if (params.tree) setChosenId(params.tree);
    if (params.add) setAdding(true);
  }, [params.tree, params.add]);
  const counts = useMemo(() => {
    const map = new Map<string, number>();
    for (const tree of trees.data ?? []) {
      const key = answerOf(ask, tree, today);
      map.set(key, (map.get(key) ?? 0) + 1);
    }
    return map;
  }, [trees.data, ask, today]);
  const shown = useMemo(
    () => (trees.data ?? []).filter((tree) => only === null || answerOf(ask, tree, today) === only),
    [trees.data, only, ask, today],
  );
  if (!trees.data) return <Waiting what="the trees" problem={trees.error?.message} />;
  const chosen = trees.data.find((tree) => tree.id === chosenId) ?? null;
  const mayAdd = account !== null && account.role !== 'viewer';

  return (
    <View className="min-h-0 flex-1">
      <ScrollView
        horizontal
        className="flex-grow-0 border-b border-rule"
        contentContainerClassName="gap-2 px-3 py-2"
        role="radiogroup"
        aria-label="What to ask the map"
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
        <TreeMap
          trees={shown}
          ask={ask}
          today={today}
          chosen={chosen}
          placing={adding}
          placed={place}
          onChoose={setChosenId}
          onPlace={setPlace}
        />
        <View
          className={`absolute left-3 top-3 gap-0 rounded-md border border-rule bg-sheet p-1 ${wide ? '' : 'max-w-[70%]'}`}
          role="group"
          aria-label="Legend; tap one to see only those"
        >
          {MARKS[ask].map((mark) => (
            <LegendLine
              key={mark.key}
              mark={mark}
              count={counts.get(mark.key) ?? 0}
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
            if (id) setChosenId(id);
          }}
        />
      ) : (
        <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3">
          {chosen ? (
            <View className={wide ? 'flex-row items-center gap-6' : 'gap-2'}>
              <View className="min-w-0 flex-1 gap-1">
                <View className="flex-row items-center gap-2">
                  <TreeTag tag={chosen.tag} />
                  <Small className="flex-shrink" numberOfLines={1}>
                    {chosen.place}
                  </Small>
                </View>
                <Latin>{chosen.taxon ?? 'not yet named'}</Latin>
                <Small numberOfLines={2}>
                  {chosen.taxon ? `${commonName(chosen.taxon)} · ` : chosen.writtenName ? `the list says “${chosen.writtenName}” · ` : ''}
                  {standingWords(chosen.standing).toLowerCase()}
                  {chosen.dueOn ? ` · ${dueWords(today, chosen.dueOn)}` : ''}
                </Small>
              </View>
              <View className="flex-row gap-2">
                {mayAdd ? (
                  <Button kind="next" className="flex-1" onPress={() => router.push(`/visit/${chosen.id}`)}>
                    Start a visit
                  </Button>
                ) : null}
                <Button className="flex-1" onPress={() => router.push(`/tree/${chosen.id}`)}>
                  The tree
                </Button>
              </View>
            </View>
          ) : (
            <View className="flex-row items-center justify-between gap-3">
              <Body className="flex-1">
                <Strong>{shown.length} trees.</Strong> Tap one.
              </Body>
              {mayAdd ? <Button onPress={() => setAdding(true)}>Add a tree</Button> : null}
            </View>
          )}
        </View>
      )}
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
        {mark.words} <Strong className="text-[14px]">{count}</Strong>
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
