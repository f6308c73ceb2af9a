import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import { treeSubmission } from '@dendrix/core/record';
import { distance, nearby, SAME_TREE_WITHIN, type Place } from '@dendrix/core/geo';
import { found } from '@/data/keys';
import { useFound } from '@/features/record/useTrees';
import { heldTrees } from '@/offline/held';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { t } from '@/words/map';

interface Props {
  place: { latitude: number; longitude: number } | null;
  onPlace: (place: { latitude: number; longitude: number }) => void;
  onClose: (id: string | null) => void;
}

const thisYear = () => new Date().getFullYear();

/** The tree that stands where a new one would be: the same one, most likely. */
function useTreeAt(place: Place | null) {
  const { answer, held } = useFound('', place);
  if (!place) return undefined;
  return nearby(held ?? answer?.items ?? []).within(place, SAME_TREE_WITHIN)[0];
}

/** Whether a tag is given already; without a signal as far as the device knows, and the server looks again. */
async function tagTaken(client: QueryClient, tag: string): Promise<boolean> {
  const trees = await client.fetchQuery({ ...found(tag, null), retry: false }).then(
    ({ items }) => items,
    () => heldTrees(),
  );
  return trees.some((tree) => tree.tag === tag);
}

/** A tree that is not on the list: where it stands, its tag, and what is known of its planting. */
export function AddTree({ place, onPlace, onClose }: Props) {
  const client = useQueryClient();
  const { post } = useOutbox();
  const [tag, setTag] = useState('');
  const [where, setWhere] = useState('');
  const [siteKind, setSiteKind] = useState<'street' | 'park' | 'garden' | 'other'>('street');
  const [planted, setPlanted] = useState<'yes' | 'no' | 'unknown'>('unknown');
  const [year, setYear] = useState('');
  const [problem, setProblem] = useState<string | null>(null);

  const near = useTreeAt(place);
  const locate = () =>
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => onPlace({ latitude: coords.latitude, longitude: coords.longitude }),
      () => setProblem(t('locationNotAvailableTapTheTrees')),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  const add = async () => {
    if (!place) return;
    if (await tagTaken(client, tag.trim())) return setProblem(t('tagIsAlreadyInUseEnter', { tag: tag.trim() }));
    const plantedYear = year.trim() === '' ? null : Number(year);
    if (plantedYear !== null && !(Number.isInteger(plantedYear) && plantedYear >= 1500 && plantedYear <= thisYear()))
      return setProblem(t('enterAPlantingYearFrom1500', { thisYear: thisYear() }));
    const body = {
      tag: tag.trim(),
      ...place,
      place: where.trim(),
      siteKind,
      plantedYear,
      planted: planted === 'unknown' ? null : planted === 'yes',
      note: '',
    };
    const checked = treeSubmission.safeParse(body);
    if (!checked.success) return setProblem(checked.error.issues[0]?.message ?? t('enterTheMissingDetails'));
    const id = newId();
    await post({ id, kind: 'tree', queuedAt: new Date().toISOString(), words: t('newTree', { tag: body.tag }), body: checked.data });
    onClose(id);
  };
  if (!place) {
    // Until there is a place the map needs the room.
    return (
      <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3">
        <Body>
          <Strong>{t('addATree')}</Strong> {t('tapTheSpotOnTheMap')}
        </Body>
        {problem ? (
          <Small role="alert" className="font-body-bold text-oxide">
            {problem}
          </Small>
        ) : null}
        <View className="flex-row gap-2">
          <Button className="flex-1" onPress={locate}>
            {t('myLocation')}
          </Button>
          <Button className="flex-1" onPress={() => onClose(null)}>
            {t('cancel')}
          </Button>
        </View>
      </View>
    );
  }
  return (
    <View className="max-h-[60%] gap-3 overflow-scroll border-t-2 border-ink bg-sheet px-4 py-3" role="form" aria-label={t('addATree2')}>
      <View className="flex-row items-center justify-between gap-3">
        <Strong className="font-head-semi text-[18px]">{t('addATree2')}</Strong>
        <Button onPress={() => onClose(null)}>{t('cancel')}</Button>
      </View>
      <Body>{t('atTapAgainToMoveThe', { latitude: place.latitude.toFixed(6), longitude: place.longitude.toFixed(6) })}</Body>
      {near ? (
        <Remark mood="caution" title={t('sameTreeAs', { tag: near.tag })}>
          {t('aTreeStandsMFromHere', {
            distance: distance(near, place).toFixed(1),
            taxon: near.taxon ?? near.writtenName ?? t('noNameYet'),
          })}
        </Remark>
      ) : null}
      <View className="flex-row gap-3">
        <Field className="flex-1" label={t('tag')} value={tag} onChangeText={setTag} />
        <Field className="flex-1" label={t('plantedIn')} value={year} inputMode="numeric" onChangeText={setYear} />
      </View>
      <Field label={t('streetOrPark')} value={where} onChangeText={setWhere} />
      <Choice
        label={t('siteType')}
        shown={false}
        options={[
          { value: 'street', words: t('street') },
          { value: 'park', words: t('park') },
          { value: 'garden', words: t('garden') },
          { value: 'other', words: t('elsewhere') },
        ]}
        value={siteKind}
        onChange={setSiteKind}
      />
      <Choice
        label={t('planted')}
        shown={false}
        options={[
          { value: 'yes', words: t('planted2') },
          { value: 'no', words: 'Self-sown' },
          { value: 'unknown', words: t('notKnown') },
        ]}
        value={planted}
        onChange={setPlanted}
      />
      {problem ? (
        <Small role="alert" className="font-body-bold text-oxide">
          {problem}
        </Small>
      ) : null}
      <Button kind="next" onPress={() => void add()}>
        {t('addTree')}
      </Button>
    </View>
  );
}
