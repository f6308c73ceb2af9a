import { Image, Pressable, View } from 'react-native';
import type { Photo } from '@dendrix/core/record';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { useDialog } from '@/ui/dialog';
import { photoWords, usePicture } from './Thumbnail';

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
          {photo.timeFrom === 'picture' ? 'Time from the photo file' : 'Time of the device when it was chosen'}
          {placed ? `; taken at ${photo.latitude?.toFixed(5)}, ${photo.longitude?.toFixed(5)}` : '; no position in the photo file'}.
        </Small>
        <Button onPress={onClose}>Close</Button>
      </View>
    </View>
  );
}
