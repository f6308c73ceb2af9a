import { useState } from 'react';
import { View } from 'react-native';
import type { OneTimeLink } from '@dendrix/core/contracts';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { momentWords } from './Devices';
import { QrCode } from './QrCode';
import { t } from '@/words/access';

/** A one-time link, shown once: to be copied, or read by the camera of the phone it is for. */
export function OneTimeLinkShown({ link, name, onClose }: { link: OneTimeLink; name: string; onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${link.path}`;
  return (
    <Remark mood="settled" title={t('aLinkFor', { name })}>
      <View className="gap-3">
        <Body>{t('whoeverOpensItFirstSetsThe', { moment: momentWords(link.expiresAt) })}</Body>
        <QrCode text={address} label={t('theLinkForForACamera', { name })} />
        <Field label={t('link')} value={address} onChangeText={() => undefined} editable={false} />
        <View className="flex-row flex-wrap gap-2">
          <Button
            kind="next"
            onPress={() =>
              void navigator.clipboard
                ?.writeText(address)
                .then(() => setCopied(true))
                .catch(() => setCopied(false))
            }
          >
            {copied ? t('copied') : t('copyTheLink')}
          </Button>
          <Button onPress={onClose}>{t('done')}</Button>
        </View>
        <Small>{t('theLinkCannotBeShownAgain')}</Small>
      </View>
    </Remark>
  );
}
