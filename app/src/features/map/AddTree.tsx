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
      () => setProblem('Location not available. Tap the tree’s position on the map.'),
      { enableHighAccuracy: true, timeout: 8000 },
    );
  const add = async () => {
    if (!place) return;
    if (await tagTaken(client, tag.trim())) return setProblem(`Tag ${tag.trim()} is already in use. Enter a different tag.`);
    const plantedYear = year.trim() === '' ? null : Number(year);
    if (plantedYear !== null && !(Number.isInteger(plantedYear) && plantedYear >= 1500 && plantedYear <= thisYear()))
      return setProblem(`Enter a planting year from 1500 to ${thisYear()}.`);
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
    if (!checked.success) return setProblem(checked.error.issues[0]?.message ?? 'Enter the missing details.');
    const id = newId();
    await post({ id, kind: 'tree', queuedAt: new Date().toISOString(), words: `New tree ${body.tag}`, body: checked.data });
    onClose(id);
  };
  if (!place) {
    // Until there is a place the map needs the room.
    return (
      <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3">
        <Body>
          <Strong>Add a tree.</Strong> Tap the spot on the map where it stands.
        </Body>
        {problem ? (
          <Small role="alert" className="font-body-bold text-oxide">
            {problem}
          </Small>
        ) : null}
        <View className="flex-row gap-2">
          <Button className="flex-1" onPress={locate}>
            My location
          </Button>
          <Button className="flex-1" onPress={() => onClose(null)}>
            Cancel
          </Button>
        </View>
      </View>
    );
  }
  return (
    <View className="max-h-[60%] gap-3 overflow-scroll border-t-2 border-ink bg-sheet px-4 py-3" role="form" aria-label="Add a tree">
      <View className="flex-row items-center justify-between gap-3">
        <Strong className="font-head-semi text-[18px]">Add a tree</Strong>
        <Button onPress={() => onClose(null)}>Cancel</Button>
      </View>
      <Body>
        At {place.latitude.toFixed(6)}, {place.longitude.toFixed(6)}. Tap again to move the pin.
      </Body>
      {near ? (
        <Remark
          mood="caution"
          title={`Same tree as ${near.tag}?`}
        >{`A tree stands ${distance(near, place).toFixed(1)} m from here already (${near.taxon ?? near.writtenName ?? 'no name yet'}).`}</Remark>
      ) : null}
      <View className="flex-row gap-3">
        <Field className="flex-1" label="Tag" value={tag} onChangeText={setTag} />
        <Field className="flex-1" label="Planted in" value={year} inputMode="numeric" onChangeText={setYear} />
      </View>
      <Field label="Street or park" value={where} onChangeText={setWhere} />
      <Choice
        label="Site type"
        shown={false}
        options={[
          { value: 'street', words: 'Street' },
          { value: 'park', words: 'Park' },
          { value: 'garden', words: 'Garden' },
          { value: 'other', words: 'Elsewhere' },
        ]}
        value={siteKind}
        onChange={setSiteKind}
      />
      <Choice
        label="Planted?"
        shown={false}
        options={[
          { value: 'yes', words: 'Planted' },
          { value: 'no', words: 'Self-sown' },
          { value: 'unknown', words: 'Not known' },
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
        Add tree
      </Button>
    </View>
  );
}
