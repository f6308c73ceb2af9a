import { View } from 'react-native';
import type { Zone } from '@dendrix/core/knowledge';
import { zoneWords } from '@dendrix/core/words';
import { PhotoPicker } from '@/features/photos/PhotoPicker';
import { Thumbnail } from '@/features/photos/Thumbnail';
import type { VisitDraft } from '@/offline/draft';
import { Small } from '@/ui/text';
import { t } from '@/words/walk';

type Photos = VisitDraft['photos'];

/** Pictures of a whole side, of no sign in particular. */
export function WholeSide({ zone, photos, onPhoto }: { zone: Zone; photos: Photos; onPhoto: (photo: Photos[number]) => void }) {
  return (
    <View className="gap-2">
      <Small className="font-body-bold">{t('photoOfTheWholeSide')}</Small>
      <View className="flex-row flex-wrap gap-2">
        {photos.map((photo) => (
          <Thumbnail key={photo.id} photo={photo} side={72} />
        ))}
      </View>
      <PhotoPicker zone={zone} sign={null} of={t('the', { zone: zoneWords(zone) })} onPhoto={onPhoto} />
    </View>
  );
}
