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
import { t } from '@/words/map';

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
      const area = { id: newId(), name: name.trim() || t('anAreaOfTheMap'), box, version: counted.data?.version ?? '' };
      await holdArea(area, setDone, stop.current.signal);
      await client.invalidateQueries({ queryKey: ['held'] });
      onClose();
    } catch (error) {
      if (!stop.current.signal.aborted) setProblem((error as Error).message);
      setDone(null);
    }
  };
  return (
    <View className="gap-2 border-t-2 border-ink bg-sheet px-4 py-3" role="form" aria-label={t('downloadThisArea')}>
      <Remark mood="second" title={t('downloadThisArea')}>
        <View className="gap-2">
          {trees === undefined ? (
            <Body>{counted.error ? counted.error.message : t('countingItsTrees')}</Body>
          ) : trees > LARGEST_AREA ? (
            <Body>
              {t('aboutTreesMoreThanCannotBe', { trees: trees.toLocaleString('en'), largestArea: LARGEST_AREA.toLocaleString('en') })}
            </Body>
          ) : (
            <Body>
              {t('aboutTreesListsSearchAndMap', { trees: trees.toLocaleString('en'), megabytes: megabytes(trees * BYTES_A_TREE) })}
            </Body>
          )}
          {done !== null ? <Small role="status">{t('treesFetched', { done })}</Small> : null}
          {problem ? <Small role="alert">{problem}</Small> : null}
          <Field label={t('areaName')} value={name} onChangeText={setName} hint={t('suchAsNorthgate')} />
          <View className="flex-row gap-2">
            <Button
              kind="next"
              className="flex-1"
              disabled={trees === undefined || trees === 0 || trees > LARGEST_AREA || done !== null}
              onPress={() => void hold()}
            >
              {t('download')}
            </Button>
            <Button
              className="flex-1"
              onPress={() => {
                stop.current?.abort();
                onClose();
              }}
            >
              {t('cancel')}
            </Button>
          </View>
        </View>
      </Remark>
    </View>
  );
}
