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
import { t } from '@/words/setup';

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
          ? given.outline.length === 1
            ? t('oneAreaTreesThatStandIn', { name: given.name })
            : t('areasTreesThatStandInIt', { outline: given.outline.length, name: given.name })
          : isBare
            ? t('notDrawnIsKnownByIts', { name: given.name })
            : t('notDrawnNameIsKnownBy', { name: given.name })}
      </Body>
      <Suspense fallback={<Waiting what={t('theMap')} />}>
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
          <Small>{t('tapTheMapAtEachCorner', { drawn: drawn.length })}</Small>
          <View className="flex-row flex-wrap gap-2">
            <Button kind="next" disabled={drawn.length < 3} onPress={() => void attempt(() => [[[...drawn, drawn[0] as Corner]]])}>
              {t('saveOutline')}
            </Button>
            <Button disabled={drawn.length === 0} onPress={() => setCorners(drawn.slice(0, -1))}>
              {t('undoLastCorner')}
            </Button>
            <Button onPress={() => setCorners(null)}>{t('cancel')}</Button>
          </View>
        </View>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          <FileButton
            words={t('fromAGeojsonFile')}
            label={t('outlineFile')}
            accept=".geojson,.json,application/geo+json"
            onFile={(file) => void attempt(async () => readOutline(await file.text()))}
          />
          <Button onPress={() => setCorners([])}>{given.outline ? t('drawAgain') : t('drawIt')}</Button>
        </View>
      )}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}
