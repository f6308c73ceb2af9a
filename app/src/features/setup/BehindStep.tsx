import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import type { District } from '@dendrix/core/knowledge';
import { townBackgrounds } from '@/data/keys';
import { megabytes } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { FileButton } from './FileButton';
import { useBackgroundActs } from './useSetUp';
import { t } from '@/words/setup';

const KINDS = [
  ['street', 'street', 'streets'],
  ['park', 'park', 'parks'],
  ['water', 'water', 'waters'],
  ['house', 'house', 'houses'],
] as const;

/**
 * Streets, parks and water as shapes, or a file of map tiles: what lies behind the trees.
 * @param district whose map it may be; null where the town has only one
 */
export function BehindStep({ district }: { district: Pick<District, 'id' | 'name'> | null }) {
  const { data: all = [] } = useQuery(townBackgrounds);
  const data = all.filter(({ districtId }) => districtId === null || district === null || districtId === district.id);
  const [whose, setWhose] = useState<'town' | 'district'>('town');
  const [attribution, setAttribution] = useState('');
  const [share, setShare] = useState<number | null>(null);
  const { bring, drop } = useBackgroundActs(setShare);
  const came = bring.data?.read;
  return (
    <View className="gap-3">
      <Body>{t('streetsParksAndWaterAsGeojson')}</Body>
      {data.map((one) => (
        <View key={one.id} className="flex-row items-center justify-between gap-3 border-b border-rule pb-2">
          <View className="min-w-0 flex-1">
            <Strong>{one.name}</Strong>
            <Small>
              {[
                t(one.kind === 'plan' ? 'shapesOf' : 'tilesOf', {
                  where: one.districtId === null ? t('theWholeTown') : (district?.name ?? t('aDistrict')),
                }),
                one.size < 1e5 ? t('kb', { size: Math.ceil(one.size / 1000) }) : megabytes(one.size),
                one.attribution,
              ]
                .filter(Boolean)
                .join(', ')}
            </Small>
          </View>
          <Button label={t('remove', { name: one.name })} onPress={() => drop.mutate(one.id)} disabled={drop.isPending}>
            {t('remove2')}
          </Button>
        </View>
      ))}
      <Field label={t('whoseMapItIs')} value={attribution} onChangeText={setAttribution} hint={t('shownAtTheBottomOfThe')} />
      {district ? (
        <Choice
          label={t('whatItShows')}
          options={[
            { value: 'town', words: t('theWholeTown2') },
            { value: 'district', words: district.name },
          ]}
          value={whose}
          onChange={setWhose}
        />
      ) : null}
      <FileButton
        words={share === null ? t('chooseAFile') : t('sending', { share: Math.round(share * 100) })}
        label={t('mapFile')}
        accept=".geojson,.json,.pmtiles,application/geo+json"
        disabled={bring.isPending}
        onFile={(file) =>
          bring.mutate({
            file,
            name: file.name.replace(/\.[^.]+$/, '') || file.name,
            attribution: attribution.trim(),
            district: whose === 'district' ? (district?.id ?? null) : null,
          })
        }
      />
      {came ? (
        <Remark
          mood={came.passedOver.length > 0 ? 'plain' : 'settled'}
          title={KINDS.map(([kind, one, more]) => `${came.counts[kind]} ${came.counts[kind] === 1 ? one : more}`).join(', ')}
        >
          {came.passedOver.length > 0
            ? t('passedOver', { passedOver: came.passedOver.map(({ reason, features }) => `${features} (${reason})`).join('; ') })
            : t('allOfTheFileCameIn')}
        </Remark>
      ) : null}
      {bring.error ? <Remark mood="caution">{bring.error.message}</Remark> : null}
      {drop.error ? <Remark mood="caution">{drop.error.message}</Remark> : null}
    </View>
  );
}
