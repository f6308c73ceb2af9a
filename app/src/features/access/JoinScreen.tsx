import { mayAct } from '@dendrix/core/contracts/roles';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { ApiProblem, call, get, read } from '@/data/api';
import { somebodyElse } from '@/data/cache';
import { aboutHere } from '@/data/keys';
import { goElsewhere } from '@/features/session/elsewhere';
import { Body, Small, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Remark, Waiting } from '@/ui/surface';
import { t } from '@/words/access';

/** What a good password is, as the server asks for it. */
const SHORTEST = 12;

/** Where a one-time link leads: whoever it is for sets a password and is in. */
export function JoinScreen() {
  const { token } = useLocalSearchParams<{ token: string }>();
  const router = useRouter();
  const client = useQueryClient();
  const link = useQuery({
    queryKey: ['passing-link', token],
    queryFn: () => get(`/links/${token}`, (of) => of.linkView),
    retry: false,
    gcTime: 0,
  });
  const { data: about } = useQuery(aboutHere);
  const [password, setPassword] = useState('');
  const [again, setAgain] = useState('');
  const [tried, setTried] = useState(false);
  const join = useMutation({
    mutationFn: () => read(call('POST', `/links/${token}`, { password }), (of) => of.account),
    onSuccess: (account) => {
      // With a second factor of old they come in by the door.
      if (account.secondFactor) return router.replace('/today');
      somebodyElse(client, account);
      router.replace(mayAct(account.role, 'coordinator') ? '/set-up' : '/today');
    },
  });
  const short = [...password].length < SHORTEST;
  const submit = () => {
    setTried(true);
    if (!short && again === password) join.mutate();
  };
  return (
    <ScrollView className="flex-1 bg-paper" contentContainerClassName="w-full max-w-[560px] self-center gap-5 px-5 py-8" role="main">
      {!link.data ? (
        <>
          <Title>{t('dendrix')}</Title>
          <Waiting
            what={t('whomThisLinkIsFor')}
            problem={link.error?.message}
            retry={link.error ? <Button onPress={() => router.replace('/today')}>{t('goToSignIn')}</Button> : null}
          />
        </>
      ) : (
        <>
          <View className="gap-1">
            <Title>{link.data.town}</Title>
            <Body className="text-soft">
              {link.data.kind === 'invite'
                ? about?.provider
                  ? t('welcomeGoInWithOrSet', { name: link.data.name, provider: about.provider })
                  : t('welcomeSetAPasswordAndYou', { name: link.data.name })
                : t('setANewPasswordWhoeverIs', { name: link.data.name })}
            </Body>
          </View>
          {join.error && !(join.error instanceof ApiProblem && join.error.path === 'password') ? (
            <Remark mood="caution">{join.error.message}</Remark>
          ) : null}
          {about?.provider ? (
            <View className="gap-2">
              <Button kind="next" onPress={() => goElsewhere(token)}>
                {t('goInWith', { provider: about.provider })}
              </Button>
              <Small>{t('orSetAPassword')}</Small>
            </View>
          ) : null}
          {/* A password manager keeps it under this name. */}
          <Field label={t('signInName')} value={link.data.login} onChangeText={() => undefined} editable={false} autoComplete="username" />
          <Field
            label={t('password')}
            secureTextEntry
            autoComplete="new-password"
            value={password}
            onChangeText={setPassword}
            problem={
              join.error instanceof ApiProblem && join.error.path === 'password'
                ? join.error.message
                : tried && short
                  ? t('atLeastCharacters', { shortest: SHORTEST })
                  : null
            }
            hint={t('atLeastCharactersFourOrFive', { shortest: SHORTEST })}
          />
          <Field
            label={t('repeatPassword')}
            secureTextEntry
            autoComplete="new-password"
            value={again}
            onChangeText={setAgain}
            onSubmitEditing={submit}
            problem={tried && again !== password ? t('thePasswordsDoNotMatch') : null}
          />
          <Button kind={about?.provider ? 'plain' : 'next'} onPress={submit} disabled={join.isPending}>
            {t('setPasswordAndSignIn')}
          </Button>
          <Small>{t('thisLinkWorksOnceIfYou')}</Small>
        </>
      )}
    </ScrollView>
  );
}
