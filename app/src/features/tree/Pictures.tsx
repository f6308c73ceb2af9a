import { useState } from 'react';
import { View } from 'react-native';
import type { Photo } from '@dendrix/core/record';
import type { TreeDetail } from '@dendrix/core/contracts';
import { PhotoView } from '@/features/photos/PhotoView';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { Heading, Small } from '@/ui/text';
import { t } from '@/words/tree';

/** Every picture of a tree, newest visit first. */
export function Pictures({ tree, onOpen }: { tree: TreeDetail; onOpen: (photo: Photo) => void }) {
  const photos = tree.visits.flatMap((visit) => visit.look.photos);
  if (photos.length === 0) return null;
  const missing = photos.filter((photo) => !tree.arrivedPhotos.includes(photo.id)).length;
  return (
    <View className="gap-2">
      <Heading>{t('photos')}</Heading>
      <View className="flex-row flex-wrap gap-2">
        {photos.map((photo) => (
          <Thumbnail key={photo.id} photo={photo} arrived={tree.arrivedPhotos.includes(photo.id)} onPress={() => onOpen(photo)} />
        ))}
      </View>
      {missing > 0 ? <Small>{t('notUploadedYet', { missing })}</Small> : null}
    </View>
  );
}

/** Which picture is open, if any. */
export function useOpenPicture(tree: TreeDetail | undefined) {
  const [open, setOpen] = useState<Photo | null>(null);
  const view =
    open && tree ? <PhotoView photo={open} arrived={tree.arrivedPhotos.includes(open.id)} onClose={() => setOpen(null)} /> : null;
  return { open: setOpen, view };
}
