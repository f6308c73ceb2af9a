import { Image, Pressable, View } from 'react-native';
import type { Photo } from '@dendrix/core/record';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';
import { photoWords, usePicture } from './Thumbnail';
import { t } from '@/words/photos';

/** A photograph in full, over the page. */
export function PhotoView({ photo, arrived, onClose }: { photo: Photo; arrived: boolean; onClose: () => void }) {
  const address = usePicture(photo.id, 'full', arrived);
  const dialog = useDialog(onClose);
  const placed = photo.latitude !== null && photo.longitude !== null;
  return (
    <View className="absolute inset-0 z-50 justify-center bg-ink p-3" ref={dialog} role="dialog" aria-modal aria-label={photoWords(photo)}>
      <Pressable aria-hidden tabIndex={-1} className="absolute inset-0" onPress={onClose} />
      <View className="gap-2 rounded-md bg-paper p-3">
        {address ? (
          <Image
            source={{ uri: address }}
            accessibilityLabel={photoWords(photo)}
            style={{ width: '100%', aspectRatio: photo.width / photo.height, maxHeight: '70vh' as unknown as number }}
            resizeMode="contain"
          />
        ) : null}
        <Body>{photoWords(photo)}</Body>
        <Small>
          {photo.timeFrom === 'picture'
            ? placed
              ? t('timeFromThePhotoFileTaken', { latitude: photo.latitude?.toFixed(5) ?? '', longitude: photo.longitude?.toFixed(5) ?? '' })
              : t('timeFromThePhotoFileNo')
            : placed
              ? t('timeOfTheDeviceWhenIt', { latitude: photo.latitude?.toFixed(5) ?? '', longitude: photo.longitude?.toFixed(5) ?? '' })
              : t('timeOfTheDeviceWhenIt2')}
        </Small>
        <Button onPress={onClose}>{t('close')}</Button>
      </View>
    </View>
  );
}
