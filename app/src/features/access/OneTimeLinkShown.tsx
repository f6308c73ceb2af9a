import { useState } from 'react';
import { View } from 'react-native';
import type { OneTimeLink } from '@dendrix/core/contracts';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { momentWords } from './Devices';
import { QrCode } from './QrCode';

/** A one-time link, shown once: to be copied, or read by the camera of the phone it is for. */
export function OneTimeLinkShown({ link, name, onClose }: { link: OneTimeLink; name: string; onClose: () => void }) {
  const [copied, setCopied] = useState(false);
  const address = `${window.location.origin}${link.path}`;
  return (
    <Remark mood="settled" title={`A link for ${name}`}>
      <View className="gap-3">
        <Body>
          Whoever opens it first sets the password. Hand it over in person, or by a way that only they read. It is shown once, and good
          until {momentWords(link.expiresAt)}.
        </Body>
        <QrCode text={address} label={`The link for ${name}, for a camera`} />
        <Field label="Link" value={address} onChangeText={() => undefined} editable={false} />
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
            {copied ? 'Copied' : 'Copy the link'}
          </Button>
          <Button onPress={onClose}>Done</Button>
        </View>
        <Small>The link cannot be shown again after you close this. You can make a new one.</Small>
      </View>
    </Remark>
  );
}
