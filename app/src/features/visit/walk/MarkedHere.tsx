import { View } from 'react-native';
import type { SignSeen } from '@dendrix/core/record';
import { signLabel, signWords } from '@dendrix/core/words';
import { Thumbnail } from '@/features/photos/Thumbnail';
import { library } from '@/features/shell/library';
import { useSettings } from '@/features/shell/settings';
import type { VisitDraft } from '@/offline/draft';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { Body } from '@/ui/text';
import { t } from '@/words/walk';

/** A sign marked on this visit at this part, with its pictures; it can be taken back. */
export function MarkedHere({ sign, photos, onTakeBack }: { sign: SignSeen; photos: VisitDraft['photos']; onTakeBack: () => void }) {
  const { units } = useSettings().settings;
  return (
    <Remark mood="caution" title={signLabel(library, sign.id)}>
      <View className="gap-2">
        <View className="flex-row items-center justify-between gap-2">
          <Body className="flex-shrink">{signWords(sign, units)}</Body>
          <Button label={t('removeSignlabel', { signLabel: signLabel(library, sign.id).toLowerCase() })} onPress={onTakeBack}>
            {t('remove')}
          </Button>
        </View>
        <View className="flex-row flex-wrap gap-2">
          {photos
            .filter((photo) => sign.photos?.includes(photo.id))
            .map((photo) => (
              <Thumbnail key={photo.id} photo={photo} side={72} />
            ))}
        </View>
      </View>
    </Remark>
  );
}
