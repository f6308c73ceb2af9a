import { useRef } from 'react';
import { View } from 'react-native';
import type { Photo } from '@dendrix/core/record';
import type { Zone } from '@dendrix/core/knowledge';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { Small } from '@/ui/text';
import { usePhotoMaker } from './usePhotoMaker';
import { t } from '@/words/photos';

interface Props {
  zone: Zone;
  sign: string | null;
  /** What the picture is of, for the labels: "cavity". */
  of: string;
  onPhoto: (photo: Photo) => void;
}

/** Take photo, or choose one: two inputs, since a phone opens its camera for one and its album for the other. */
export function PhotoPicker({ zone, sign, of, onPhoto }: Props) {
  const { make, stop, busy, problem } = usePhotoMaker();
  const camera = useRef<HTMLInputElement | null>(null);
  const album = useRef<HTMLInputElement | null>(null);
  const input = (ref: typeof camera, label: string, capture: boolean) => (
    <input
      ref={ref}
      type="file"
      accept="image/*"
      {...(capture ? { capture: 'environment' as const } : {})}
      aria-label={label}
      style={{ display: 'none' }}
      onChange={(event) => {
        const file = event.target.files?.[0];
        event.target.value = '';
        if (file) void make(file, { zone, sign }).then((photo) => photo && onPhoto(photo));
      }}
    />
  );
  return (
    <View className="gap-2">
      {input(camera, `Camera: ${of}`, true)}
      {input(album, `Album: ${of}`, false)}
      {busy ? (
        <View className="flex-row items-center gap-3" role="status">
          <Small>{t('preparingPhoto')}</Small>
          <Button onPress={stop}>{t('stop')}</Button>
        </View>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          <Button label={t('takePhotoOf', { of })} onPress={() => camera.current?.click()}>
            {t('takePhoto')}
          </Button>
          <Button label={t('choosePhotoOf', { of })} onPress={() => album.current?.click()}>
            {t('choosePhoto')}
          </Button>
        </View>
      )}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}
