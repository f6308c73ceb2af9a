import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { FlatList, Pressable, View } from 'react-native';
import type { TreeBrief } from '@dendrix/core/contracts';
import { distance } from '@dendrix/core/geo';
import { commonName } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { distanceWords } from '@/features/shell/words';
import { useTrees } from '@/features/tree/useTrees';
import { Body, Latin, Small, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { TreeTag, Waiting } from '@/ui/surface';

/** Which tree? By its tag, street or name, or the ones nearest to where you stand. */
export function StartVisit() {
  const router = useRouter();
  const trees = useTrees();
  const [typed, setTyped] = useState('');
  const [here, setHere] = useState<{ latitude: number; longitude: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const found = useMemo((): { tree: TreeBrief; m: number | null }[] => {
    const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
    const text = (t: TreeBrief) =>
      `${t.tag} ${t.tag.replace(/\s/g, '')} ${t.place} ${t.taxon ?? ''} ${commonName(t.taxon)} ${t.writtenName ?? ''}`.toLowerCase();
    const all = (trees.data ?? []).filter((t) => words.every((word) => text(t).includes(word)));
    if (here) return all.map((tree) => ({ tree, m: distance(here, tree) })).sort((a, b) => a.m - b.m);
    return all.map((tree) => ({ tree, m: null }));
  }, [trees.data, typed, here]);
  if (!trees.data) return <Waiting what="the trees" problem={trees.error?.message} />;
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        setProblem(null);
        setHere(coords);
      },
      () => setProblem('This device did not tell where it is. Find the tree by its tag, or on the map.'),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  return (
    <FlatList
      className="flex-1 bg-paper"
      contentContainerClassName="w-full max-w-[760px] self-center p-4 pb-10"
      data={found}
      keyExtractor={({ tree }) => tree.id}
      renderItem={({ item }) => <Row {...item} onPress={() => router.push(`/visit/${item.tree.id}`)} />}
      initialNumToRender={10}
      windowSize={5}
      keyboardShouldPersistTaps="handled"
      ListHeaderComponent={
        <View className="gap-4 pb-2">
          <Title>Which tree?</Title>
          <Field label="Tag, street or name" value={typed} onChangeText={setTyped} autoFocus problem={problem} />
          <View className="flex-row flex-wrap gap-2">
            <Button onPress={locate}>Nearest to me</Button>
            <Button onPress={() => router.navigate('/map')}>On the map</Button>
            <Button onPress={() => router.navigate('/map?add=1')}>It is not on the list</Button>
          </View>
        </View>
      }
      ListEmptyComponent={<Body>No tree matches. Check the tag on the stem, or add the tree on the map.</Body>}
    />
  );
}

/** A tree to start at: its tag, its name as far as it is known, where it stands, and how far that is. */
function Row({ tree, m, onPress }: { tree: TreeBrief; m: number | null; onPress: () => void }) {
  const units = useUnits();
  return (
    <Pressable
      role="link"
      aria-label={`Start a visit to ${tree.tag}`}
      onPress={onPress}
      className="min-h-[56px] flex-row items-center gap-3 border-b border-rule py-2 active:opacity-60"
    >
      <TreeTag tag={tree.tag} />
      <View className="min-w-0 flex-1">
        <Latin className="text-[17px] leading-[21px]">{tree.taxon ?? tree.writtenName ?? 'not yet named'}</Latin>
        <Small>
          {tree.place}
          {m === null ? '' : `, ${distanceWords(m, units)}`}
        </Small>
      </View>
    </Pressable>
  );
}
