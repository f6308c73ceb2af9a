import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import type { DeviceView } from '@dendrix/core/contracts';
import { devicesOf } from '@/data/keys';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark, Waiting } from '@/ui/surface';
import { useEndDevice } from './useAccess';
import { t } from '@/words/access';

/** A moment of the record in the words of this device: "26 Nov, 14:05". */
export const momentWords = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

/** The devices somebody is signed in on, each with a way to end it. @param person null for oneself */
export function Devices({ person }: { person: string | null }) {
  const { data, error } = useQuery(devicesOf(person));
  const end = useEndDevice(person);
  const [asked, setAsked] = useState<string | null>(null);
  if (!data) return <Waiting what={t('theDevices')} problem={error?.message} />;
  return (
    <View className="gap-3">
      {data.length === 0 ? <Body>{t('noDevicesSignedIn')}</Body> : null}
      {data.map((device) => (
        <View key={device.id} className="gap-2 border-b border-rule pb-3">
          <Strong>{device.isThis ? t('thisOne', { device: device.device }) : device.device}</Strong>
          <Small>{wordsOf(device)}</Small>
          {device.isThis || device.toForget ? null : asked === device.id ? (
            <Remark mood="caution" title={t('isItLost')}>
              <View className="gap-2">
                <Body>{t('aLostDeviceDeletesAllIts')}</Body>
                <View className="flex-row flex-wrap gap-2">
                  <Button kind="next" onPress={() => end.mutate({ id: device.id, forget: true })}>
                    {t('lostDeleteItsData')}
                  </Button>
                  <Button onPress={() => end.mutate({ id: device.id, forget: false })}>{t('signOutOnly')}</Button>
                  <Button onPress={() => setAsked(null)}>{t('cancel')}</Button>
                </View>
              </View>
            </Remark>
          ) : (
            <Button className="self-start" label={t('signOut', { device: device.device })} onPress={() => setAsked(device.id)}>
              {t('signOut2')}
            </Button>
          )}
        </View>
      ))}
      {end.error ? <Remark mood="caution">{end.error.message}</Remark> : null}
    </View>
  );
}

const wordsOf = ({ beganAt, lastSeen, toForget }: DeviceView): string =>
  [
    beganAt ? t('signedIn', { moment: momentWords(beganAt) }) : null,
    lastSeen ? t('lastContact', { moment: momentWords(lastSeen) }) : null,
    toForget ? t('isToldToForgetAllIt') : null,
  ]
    .filter(Boolean)
    .join('; ');
