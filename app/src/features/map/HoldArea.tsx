import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { Box } from '@dendrix/core/geo';
import { treesIn } from '@/data/keys';
import { megabytes } from '@/features/shell/words';
import { BYTES_A_TREE, holdArea, LARGEST_AREA } from '@/offline/held';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';

/** Holds the trees of an area on the device: how many and how large is said before. They are let go under More. */
export function HoldArea({ box, today, onClose }: { box: Box; today: string; onClose: () => void }) {
  const client = useQueryClient();
  const counted = useQuery({ queryKey: ['found', 'in', box, today], queryFn: () => treesIn(box, today) });
  const [name, setName] = useState('');
  const [done, setDone] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  const trees = counted.data?.trees;
  const hold = async () => {
    setProblem(null);
    setDone(0);
    stop.current = new AbortController();
    try {
      const area = { id: newId(), name: name.trim() || 'An area of the map', box, version: counted.data?.version ?? '' };
      await holdArea(area, setDone, stop.current.signal);
      await client.invalidateQueries({ queryKey: ['held'] });
      onClose();
    } catch (error) {
      if (!stop.current.signal.aborted) setProblem((error as Error).message);
      setDone(null);
    }
  };
  return (
    <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3" role="form" aria-label="Download this area">
      <Remark mood="second" title="Download this area">
        <View className="gap-2">
          {trees === undefined ? (
            <Body>{counted.error ? counted.error.message : 'Counting its trees …'}</Body>
          ) : trees > LARGEST_AREA ? (
            <Body>
              About {trees.toLocaleString('en')} trees: more than {LARGEST_AREA.toLocaleString('en')} cannot be downloaded at once. Zoom in.
            </Body>
          ) : (
            <Body>
              About {trees.toLocaleString('en')} trees, {megabytes(trees * BYTES_A_TREE)}: lists, search and map will work offline.
            </Body>
          )}
          {done !== null ? <Small role="status">{done} trees fetched …</Small> : null}
          {problem ? <Small role="alert">{problem}</Small> : null}
          <Field label="Area name" value={name} onChangeText={setName} hint="such as Northgate" />
          <View className="flex-row gap-2">
            <Button
              kind="next"
              className="flex-1"
              disabled={trees === undefined || trees === 0 || trees > LARGEST_AREA || done !== null}
              onPress={() => void hold()}
            >
              Download
            </Button>
            <Button
              className="flex-1"
              onPress={() => {
                stop.current?.abort();
                onClose();
              }}
            >
              Cancel
            </Button>
          </View>
        </View>
      </Remark>
    </View>
  );
}
