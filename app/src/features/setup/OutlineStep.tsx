import { lazy, Suspense, useState } from 'react';
import { View } from 'react-native';
import type { DistrictSubmission } from '@dendrix/core/contracts';
import { readOutline } from '@dendrix/core/exchange/plan';
import type { Outline } from '@dendrix/core/geo';
import { useBehind } from '@/features/map/behind';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark, Waiting } from '@/ui/surface';
import { FileButton } from './FileButton';

const OutlineMap = lazy(() => import('@/features/map/maps').then((maps) => ({ default: maps.OutlineMap })));

type Corner = [number, number];

export interface StepProps {
  given: DistrictSubmission;
  /** Keeps a change; what is not named stays. */
  keep: (change: Partial<DistrictSubmission>) => Promise<unknown>;
}

/** The outline of a district: from a GeoJSON file, or drawn corner by corner. */
export function OutlineStep({ given, keep }: StepProps) {
  const [corners, setCorners] = useState<Corner[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const attempt = async (outline: () => DistrictSubmission['outline'] | Promise<DistrictSubmission['outline']>) => {
    setProblem(null);
    try {
      await keep({ outline: await outline() });
      setCorners(null);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const behind = useBehind();
  const isBare = behind !== null && behind.plan.features.length === 0 && behind.tiles.length === 0;
  const drawn = corners ?? [];
  return (
    <View className="gap-3">
      <Body>
        {given.outline
          ? `${given.outline.length === 1 ? 'One area' : `${given.outline.length} areas`}. Trees that stand in it belong to ${given.name}.`
          : `Not drawn: ${given.name} is known by its middle alone.${isBare ? ' Without a map behind it there is nothing to draw along: bring one in first, or take a file.' : ''}`}
      </Body>
      <Suspense fallback={<Waiting what="the map" />}>
        {behind ? (
          <OutlineMap
            behind={behind}
            outline={given.outline as Outline | null}
            middle={given}
            corners={drawn}
            onCorner={corners ? (corner) => setCorners([...corners, corner]) : null}
          />
        ) : null}
      </Suspense>
      {corners ? (
        <View className="gap-2">
          <Small>{`Tap the map at each corner, in turn. ${drawn.length} corner${drawn.length === 1 ? '' : 's'} so far; three at least.`}</Small>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="next" disabled={drawn.length < 3} onPress={() => void attempt(() => [[[...drawn, drawn[0] as Corner]]])}>
              Save outline
            </Button>
            <Button disabled={drawn.length === 0} onPress={() => setCorners(drawn.slice(0, -1))}>
              Undo last corner
            </Button>
            <Button onPress={() => setCorners(null)}>Cancel</Button>
          </View>
        </View>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          <FileButton
            words="From a GeoJSON file"
            label="Outline file"
            accept=".geojson,.json,application/geo+json"
            onFile={(file) => void attempt(async () => readOutline(await file.text()))}
          />
          <Button onPress={() => setCorners([])}>{given.outline ? 'Draw again' : 'Draw it'}</Button>
        </View>
      )}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}
