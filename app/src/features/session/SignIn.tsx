import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { useQuery } from '@tanstack/react-query';
import { plateLeaf } from '@dendrix/core/figures/plate-leaf';
import { useLeading } from '@/features/shell/leading';
import { ApiProblem } from '@/data/api';
import { aboutHere } from '@/data/keys';
import { wasLetGo } from '@/offline/forget';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Heading, Said, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { Remark } from '@/ui/surface';
import { goElsewhere, refusedWords } from './elsewhere';
import { useDemoAccounts, useSignIn } from '@/features/shell/useSession';
import { t } from '@/words/session';

/** What each role is there for. */
export const ROLE_WORDS = {
  viewer: t('readsChangesNothing'),
  crew: t('visitsTrees'),
  reviewer: t('givesTheSecondOpinion'),
  coordinator: t('plansBringsListsIn'),
  administrator: t('looksAfterPeopleAndAccess'),
} as const;

/**
 * What this is, with the town whose it is; the page shows the same before any script has run.
 * @param isScreen whether it heads a screen; until it is known which one opens, it heads none
 */
function Head({ town, isScreen = true }: { town: string | null; isScreen?: boolean }) {
  const name = town ?? t('dendrix');
  const leaf = useLeading()?.taxon('Celtis occidentalis');
  return (
    <View className="flex-row items-center gap-4">
      <View className="h-16 w-16">{leaf ? <Drawing figure={plateLeaf(leaf)} width={64} height={64} /> : null}</View>
      <View className="flex-1">
        {isScreen ? <Title>{name}</Title> : <Strong className="font-head text-[26px] leading-[30px]">{name}</Strong>}
        <Body className="text-soft">{town ? t('dendrixTheFieldNotebookForStreet') : t('theFieldNotebookForStreetPark')}</Body>
      </View>
    </View>
  );
}

/** The door while it is not known whether somebody is signed in. */
export const ClosedDoor = () => (
  <View className="w-full max-w-[560px] flex-1 self-center px-5 py-8">
    <Head town={null} isScreen={false} />
  </View>
);

/** The door: a name and a password, and a one-time code where the person has a second factor; the demo offers its people by one tap. */
export function SignIn() {
  const asked = useQuery(aboutHere);
  const about = asked.data;
  const demo = useDemoAccounts();
  const signIn = useSignIn();
  const { parcels } = useOutbox();
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState('');
  const [tried, setTried] = useState(false);
  const [refused] = useState(refusedWords);
  const wantsCode = signIn.error instanceof ApiProblem && signIn.error.path === 'code';
  const submit = () => {
    setTried(true);
    if (login.trim() !== '' && password !== '')
      signIn.mutate({ login: login.trim(), password, ...(code.trim() === '' ? {} : { code: code.trim() }) });
  };
  // The form stands once it is known what stands above it: nothing is pushed down under a finger.
  const isKnown = !asked.isPending && (about?.kind !== 'demonstration' || !demo.isPending);
  return (
    <ScrollView className="flex-1 bg-paper" contentContainerClassName="w-full max-w-[560px] self-center gap-5 px-5 py-8" role="main">
      <Head town={about?.kind === 'town' ? about.name : null} />
      {wasLetGo() ? (
        <Remark mood="caution" title={t('thisDeviceWasOfflineTooLong')}>
          {t('itsSavedDataWasRemovedFor')}
        </Remark>
      ) : null}
      {parcels.length > 0 ? (
        <Remark mood="second" title={t('waitingToUpload', { parcels: parcels.length })}>
          {t('theyAreSafeOnThisDevice')}
        </Remark>
      ) : null}
      {refused && !signIn.error ? <Remark mood="caution">{refused}</Remark> : null}
      {about?.provider ? (
        <View className="gap-2">
          <Heading>{t('signIn')}</Heading>
          <Button kind="next" onPress={() => goElsewhere()}>
            {t('with', { provider: about.provider })}
          </Button>
        </View>
      ) : null}
      {signIn.error ? (
        <View role="alert" className="border-l-4 border-l-sulphur bg-sulphur-wash px-3 py-2">
          <Body>{signIn.error.message}</Body>
        </View>
      ) : null}
      {demo.data?.password ? (
        <View className="gap-2">
          <Heading>{t('quillhavenADemonstration')}</Heading>
          <Small>{t('anInventedTownAndCrewChoose')}</Small>
          {demo.data.accounts.map((account) => (
            <Pressable
              key={account.id}
              role="button"
              disabled={signIn.isPending}
              onPress={() => signIn.mutate({ login: account.login, password: demo.data.password ?? '' })}
              className="min-h-[56px] flex-row items-center justify-between gap-3 rounded-md border border-ink bg-sheet px-4 py-2 active:opacity-60"
            >
              <Said>{t('signInAs')}</Said>
              <Strong className="flex-shrink">{account.name}</Strong>
              <Small className="text-right">
                {account.role}: {ROLE_WORDS[account.role]}
              </Small>
            </Pressable>
          ))}
        </View>
      ) : null}
      {isKnown ? (
        <View className="gap-3">
          <Heading>{about?.provider ? t('orWithAPassword') : t('signIn')}</Heading>
          <Field
            label={t('name')}
            autoCapitalize="none"
            autoComplete="username"
            value={login}
            onChangeText={setLogin}
            problem={tried && login.trim() === '' ? t('typeYourSignInName') : null}
          />
          <Field
            label={t('password')}
            secureTextEntry
            autoComplete="current-password"
            value={password}
            onChangeText={setPassword}
            onSubmitEditing={submit}
            problem={tried && password === '' ? t('typeYourPassword') : null}
          />
          {wantsCode ? (
            <Field
              label={t('oneTimeCode')}
              autoCapitalize="none"
              autoComplete="one-time-code"
              autoFocus
              value={code}
              onChangeText={setCode}
              onSubmitEditing={submit}
              hint={t('sixDigitsFromThePhoneWith')}
            />
          ) : null}
          <Button kind={about?.provider ? 'plain' : 'next'} onPress={submit} disabled={signIn.isPending}>
            {t('signIn')}
          </Button>
          {about?.kind === 'town' ? (
            <Small>{about.contact ? t('forgotThePasswordOrLostThe', { contact: about.contact }) : t('forgotThePasswordOrLostThe2')}</Small>
          ) : null}
        </View>
      ) : null}
    </ScrollView>
  );
}
