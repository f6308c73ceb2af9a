import { useEffect, useState } from 'react';
import { Image, Pressable, View } from 'react-native';
import type { Photo } from '@dendrix/core/record';
import { signLabel, zoneWords } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { dayWords } from '@/features/shell/words';
import { keptPicture } from '@/offline/pictures';
import { Small } from '@/ui/text';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/photos';

/** What a photograph shows, in words. */
export const photoWords = (photo: Photo): string =>
  photo.sign
    ? `${signLabel(library, photo.sign)}, ${zoneWords(photo.zone)}, ${dayWords(dayThere(photo.takenAt))}`
    : t('theWhole', { zone: zoneWords(photo.zone), day: dayWords(dayThere(photo.takenAt)) });

/** The address of a picture: the device's own copy while it is not sent, else the server's. */
export function usePicture(id: string, size: 'thumbnail' | 'full', arrived: boolean): string | null {
  const [address, setAddress] = useState<string | null>(arrived ? `/api/v1/photos/${id}?size=${size}` : null);
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    void keptPicture(id).then((picture) => {
      if (gone) return;
      if (picture) {
        made = URL.createObjectURL(picture);
        setAddress(made);
      } else setAddress(`/api/v1/photos/${id}?size=${size}`);
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [id, size]);
  return address;
}

interface Props {
  photo: Photo;
  arrived?: boolean;
  onPress?: () => void;
  side?: number;
}

/** A photograph, small. */
export function Thumbnail({ photo, arrived = false, onPress, side = 96 }: Props) {
  const address = usePicture(photo.id, 'thumbnail', arrived);
  const [missing, setMissing] = useState(false);
  const words = photoWords(photo);
  const picture =
    address && !missing ? (
      <Image
        source={{ uri: address }}
        accessibilityLabel={words}
        onError={() => setMissing(true)}
        style={{ width: side, height: side, borderRadius: 4 }}
        resizeMode="cover"
      />
    ) : (
      <View style={{ width: side, height: side }} className="items-center justify-center rounded-sm border border-dashed border-rule p-1">
        <Small className="text-center text-[12px] leading-[15px]">{address ? t('notHereYet') : '…'}</Small>
      </View>
    );
  if (!onPress) return picture;
  return (
    <Pressable role="button" aria-label={t('openPhoto', { words })} onPress={onPress} className="active:opacity-60">
      {picture}
    </Pressable>
  );
}
