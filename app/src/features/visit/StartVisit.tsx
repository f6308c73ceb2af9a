import { useRouter } from 'expo-router';
import { useEffect, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { List } from '@/ui/list';
import type { TreeBrief } from '@dendrix/core/contracts';
import { distance, type Place } from '@dendrix/core/geo';
import { findAmong } from '@dendrix/core/town';
import { commonName } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { distanceWords } from '@/features/shell/words';
import { useAdded, useFound } from '@/features/record/useTrees';
import { useAsTheyWillBe } from '@/features/record/useUnsent';
import { Body, Latin, Said, Small, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { TreeTag, Waiting } from '@/ui/surface';
import { t } from '@/words/visit';

/** A pause in typing after which it is searched, ms; and streets offered. */
const TYPING_MS = 150;
const STREETS = 4;

/** A value once it has been the same for a while. */
function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return settled;
}

/** Which tree? By its tag, street or name, or the ones nearest to where you stand. */
export function StartVisit() {
  const router = useRouter();
  const [typed, setTyped] = useState('');
  const [here, setHere] = useState<Place | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const words = useSettled(typed.trim(), TYPING_MS);
  const { answer, held, error } = useFound(words, here);
  const added = useAdded();
  const listed = useAsTheyWillBe(held ? findAmong(held, words, (taxon) => commonName(taxon)) : answer?.items);
  const found = useMemo((): { tree: TreeBrief; m: number | null }[] => {
    const own = findAmong(added, words, (taxon) => commonName(taxon));
    const all = [...own, ...(listed ?? [])].map((tree) => ({ tree, m: here === null ? null : distance(here, tree) }));
    return here === null ? all : all.sort((a, b) => (a.m ?? 0) - (b.m ?? 0));
  }, [listed, added, words, here]);
  if (!answer && !held && added.length === 0) return <Waiting what={t('theTrees')} problem={error?.message} />;
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        setProblem(null);
        setHere({ latitude: coords.latitude, longitude: coords.longitude });
      },
      () => setProblem(t('locationNotAvailableSearchByTag')),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  return (
    <List
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
          <Title>{t('whichTree')}</Title>
          <Field label={t('tagStreetOrName')} value={typed} onChangeText={setTyped} autoFocus problem={problem} />
          {held ? <Small role="status">{t('offlineSearchedInTheTreesThis', { held: held.length })}</Small> : null}
          {words !== '' && answer && answer.streets.length > 0 && !held ? (
            <View className="flex-row flex-wrap gap-2">
              {answer.streets.slice(0, STREETS).map(({ street, trees }) => (
                <Button key={street} label={t('treesOf', { street })} onPress={() => setTyped(street)}>
                  {`${street}, ${trees}`}
                </Button>
              ))}
            </View>
          ) : null}
          <View className="flex-row flex-wrap gap-2">
            <Button onPress={locate}>{t('nearestToMe')}</Button>
            <Button onPress={() => router.navigate('/map')}>{t('onTheMap')}</Button>
            <Button onPress={() => router.navigate('/map?add=1')}>{t('treeNotListedAddIt')}</Button>
          </View>
        </View>
      }
      ListEmptyComponent={<Body>{t('noTreeMatchesCheckTheTag')}</Body>}
    />
  );
}

/** A tree to start at: its tag, its name as far as it is known, where it stands, and how far that is. */
function Row({ tree, m, onPress }: { tree: TreeBrief; m: number | null; onPress: () => void }) {
  const units = useUnits();
  return (
    <Pressable
      role="link"
      onPress={onPress}
      className="min-h-[56px] flex-row items-center gap-3 border-b border-rule py-2 active:opacity-60"
    >
      <Said>{t('startAVisitTo')}</Said>
      <TreeTag tag={tree.tag} />
      <View className="min-w-0 flex-1">
        <Latin className="text-[17px] leading-[21px]">{tree.taxon ?? tree.writtenName ?? t('notYetNamed')}</Latin>
        <Small>
          {tree.place}
          {m === null ? '' : `, ${distanceWords(m, units)}`}
        </Small>
      </View>
    </Pressable>
  );
}
