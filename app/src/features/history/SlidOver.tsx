import { useMemo, useState } from 'react';
import { Image, View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import type { Photo } from '@dendrix/core/record';
import { capital, zoneWords } from '@dendrix/core/words';
import { photoWords, usePicture } from '@/features/photos/Thumbnail';
import { dayWords } from '@/features/shell/words';
import { Small } from '@/ui/text';
import { Choice } from '@/ui/button';
import { useTheme } from '@/ui/theme';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/history';

/** Two pictures of one place of the tree, years apart, the newer slid over the older. */
export function SlidOver({ tree }: { tree: TreeDetail }) {
  const places = useMemo(() => {
    const byZone = new Map<Photo['zone'], Photo[]>();
    for (const photo of tree.visits.flatMap((visit) => visit.look.photos))
      byZone.set(photo.zone, [...(byZone.get(photo.zone) ?? []), photo]);
    return [...byZone]
      .map(([zone, photos]) => ({
        zone,
        photos: [...new Map(photos.map((photo) => [photo.id, photo])).values()].sort((a, b) => a.takenAt.localeCompare(b.takenAt)),
      }))
      .filter(({ photos }) => photos.length > 1);
  }, [tree.visits]);
  const [zone, setZone] = useState<string | null>(places[0]?.zone ?? null);
  const place = places.find((one) => one.zone === zone) ?? places[0];
  if (!place) return null;
  return (
    <View className="gap-2">
      <Small className="font-body-bold text-ink">{t('comparePhotosOverTime')}</Small>
      <Choice
        label={t('place')}
        shown={false}
        options={places.map((one) => ({ value: one.zone, words: capital(zoneWords(one.zone)) }))}
        value={place.zone}
        onChange={setZone}
      />
      <Pair key={place.zone} tree={tree} photos={place.photos} />
    </View>
  );
}

function Pair({ tree, photos }: { tree: TreeDetail; photos: readonly Photo[] }) {
  const [from, setFrom] = useState(photos[0]?.id ?? '');
  const [to, setTo] = useState(photos.at(-1)?.id ?? '');
  const [share, setShare] = useState(50);
  const { palette } = useTheme();
  const [older, newer] = [photos.find(({ id }) => id === from), photos.find(({ id }) => id === to)];
  const options = photos.map((photo) => ({ value: photo.id, words: dayThere(photo.takenAt, tree) }));
  return (
    <View className="gap-2">
      {photos.length > 2 ? (
        <>
          <Choice label={t('beneath')} options={options} value={from} onChange={setFrom} />
          <Choice label={t('overIt')} options={options} value={to} onChange={setTo} />
        </>
      ) : null}
      {older && newer ? (
        <View style={{ width: '100%', aspectRatio: older.width / older.height }} className="overflow-hidden rounded-md bg-rule">
          <Layer tree={tree} photo={older} width={100} />
          <View
            style={{ position: 'absolute', top: 0, bottom: 0, left: 0, width: `${share}%`, overflow: 'hidden' }}
            className="border-r-2 border-oxide"
          >
            <Layer tree={tree} photo={newer} width={10_000 / Math.max(1, share)} />
          </View>
        </View>
      ) : null}
      {/* A slider of the browser: it is moved by finger, mouse and arrow keys alike. */}
      <input
        type="range"
        min={1}
        max={100}
        value={share}
        aria-label={t('howFarTheNewerPhotoCovers')}
        onChange={(event) => setShare(Number(event.target.value))}
        style={{ width: '100%', height: 48, accentColor: palette.oxide }}
      />
      {older && newer ? (
        <Small>
          {t('leftOfTheLineRightOf', { day: dayWords(dayThere(newer.takenAt, tree)), day2: dayWords(dayThere(older.takenAt, tree)) })}
        </Small>
      ) : null}
    </View>
  );
}

function Layer({ tree, photo, width }: { tree: TreeDetail; photo: Photo; width: number }) {
  const address = usePicture(photo.id, 'full', tree.arrivedPhotos.includes(photo.id));
  if (!address) return null;
  return (
    <Image
      source={{ uri: address }}
      accessibilityLabel={photoWords(photo)}
      style={{ position: 'absolute', top: 0, left: 0, height: '100%', width: `${width}%` as `${number}%` }}
      resizeMode="cover"
    />
  );
}
