import { useState } from 'react';
import { View } from 'react-native';
import { useQuery } from '@tanstack/react-query';
import { capital } from '@dendrix/core/words';
import { ApiProblem } from '@/data/api';
import { download } from '@/data/download';
import { aboutHere } from '@/data/keys';
import { refusedWords } from '@/features/session/elsewhere';
import { useSession } from '@/features/shell/useSession';
import { Body, Figures, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Field } from '@/ui/field';
import { Card, Page, Remark } from '@/ui/surface';
import { Devices } from './Devices';
import { QrCode } from './QrCode';
import { useOwnActs } from './useAccess';
import { t } from '@/words/access';

/** A person's own access: second factor, devices, password, and what is kept about them. */
export function OwnAccessScreen() {
  const { account } = useSession();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Page title={t('yourAccess')}>
      {account?.owesFactor ? (
        <Remark mood="caution" title={t('yourOrganisationAsksForASecond')}>
          {t('setItUpToContinueIt')}
        </Remark>
      ) : null}
      <Elsewhere />
      <SecondFactor has={account?.secondFactor ?? false} />
      <Card>
        <Heading>{t('devicesYouAreSignedInOn')}</Heading>
        <Devices person={null} />
      </Card>
      <Password />
      <Card>
        <Heading>{t('whatIsKeptAboutYou')}</Heading>
        <Body>{t('yourNameAndRoleWhatYou')}</Body>
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
        <Button
          className="self-start"
          onPress={() => void download('/me/data', 'about-me.json').catch((error: Error) => setProblem(error.message))}
        >
          {t('downloadMyData')}
        </Button>
      </Card>
    </Page>
  );
}

/** Ties the account to where the organisation signs in, and lets go of it. */
function Elsewhere() {
  const { data: about } = useQuery(aboutHere);
  const { account } = useSession();
  const { tie, untie } = useOwnActs();
  const [password, setPassword] = useState('');
  const [refused] = useState(refusedWords);
  if (!about?.provider) return null;
  return (
    <Card>
      <Heading>{capital(about.provider)}</Heading>
      <Body>
        {account?.signsInElsewhere
          ? t('youSignInWith', { provider: about.provider })
          : t('tieItToYourAccountHere', { provider: about.provider })}
      </Body>
      {refused ? <Remark mood="caution">{refused}</Remark> : null}
      {untie.error ? <Remark mood="caution">{untie.error.message}</Remark> : null}
      {account?.signsInElsewhere ? (
        <Button className="self-start" onPress={() => untie.mutate()} disabled={untie.isPending}>
          {t('unlink')}
        </Button>
      ) : (
        <>
          <Field
            label={t('yourPasswordHere')}
            secureTextEntry
            autoComplete="current-password"
            value={password}
            onChangeText={setPassword}
            problem={tie.error?.message ?? null}
            hint={t('itOpensAWayInFor')}
          />
          <Button
            kind="next"
            className="self-start"
            disabled={password === '' || tie.isPending}
            onPress={() => tie.mutate(password, { onSuccess: ({ address }) => window.location.assign(address) })}
          >
            {t('linkToMyAccount')}
          </Button>
        </>
      )}
    </Card>
  );
}

/** Switches the second factor on and off. */
function SecondFactor({ has }: { has: boolean }) {
  const { offer, confirm, drop } = useOwnActs();
  const [code, setCode] = useState('');
  const [password, setPassword] = useState('');
  const [dropping, setDropping] = useState(false);
  const wrongPassword = (error: Error | null) => (error instanceof ApiProblem && error.path === 'password' ? error.message : null);
  const askPassword = (error: Error | null) => (
    <Field
      label={t('yourPassword')}
      secureTextEntry
      autoComplete="current-password"
      value={password}
      onChangeText={setPassword}
      problem={wrongPassword(error)}
    />
  );
  if (confirm.data)
    return (
      <Card>
        <Heading>{t('yourRecoveryCodes')}</Heading>
        <Body>{t('eachCodeWorksOnceIfYou')}</Body>
        <View className="flex-row flex-wrap gap-x-6 gap-y-1" role="list">
          {confirm.data.codes.map((one) => (
            <View key={one} role="listitem">
              <Figures className="text-[18px]">{one}</Figures>
            </View>
          ))}
        </View>
        <Button kind="next" className="self-start" onPress={() => confirm.reset()}>
          {t('iHaveWrittenThemDown')}
        </Button>
      </Card>
    );
  if (offer.data && !has)
    return (
      <Card>
        <Heading>{t('twoStepSignIn')}</Heading>
        <Body>{t('readThisWithAnAppFor')}</Body>
        <QrCode text={offer.data.uri} label={t('theSecondFactorForACamera')} />
        <Small>
          {t('secret')} <Strong className="text-[14px]">{offer.data.secret.replace(/(.{4})(?=.)/g, '$1 ')}</Strong>
        </Small>
        <Field
          label={t('codeItShows')}
          inputMode="numeric"
          autoComplete="one-time-code"
          value={code}
          onChangeText={setCode}
          problem={confirm.error?.message ?? null}
        />
        <View className="flex-row flex-wrap gap-2">
          <Button kind="next" onPress={() => confirm.mutate(code.trim())} disabled={confirm.isPending}>
            {t('switchItOn')}
          </Button>
          <Button
            onPress={() => {
              offer.reset();
              setCode('');
            }}
          >
            {t('notNow')}
          </Button>
        </View>
      </Card>
    );
  return (
    <Card>
      <Heading>{t('twoStepSignIn')}</Heading>
      <Body>{has ? t('signingInTakesAOneTime') : t('withACodeFromYourPhone')}</Body>
      {offer.error && !wrongPassword(offer.error) ? <Remark mood="caution">{offer.error.message}</Remark> : null}
      {!has ? (
        <View className="gap-2">
          {askPassword(offer.error)}
          <Button
            kind="next"
            className="self-start"
            onPress={() => offer.mutate(password, { onSuccess: () => setPassword('') })}
            disabled={offer.isPending}
          >
            {t('setItUp')}
          </Button>
        </View>
      ) : dropping ? (
        <View className="gap-2">
          {askPassword(drop.error)}
          <Field
            label={t('aCodeOfIt')}
            inputMode="numeric"
            value={code}
            onChangeText={setCode}
            problem={wrongPassword(drop.error) ? null : (drop.error?.message ?? null)}
          />
          <View className="flex-row flex-wrap gap-2">
            <Button onPress={() => drop.mutate({ password, code: code.trim() })} disabled={drop.isPending}>
              {t('turnOff')}
            </Button>
            <Button onPress={() => setDropping(false)}>{t('cancel')}</Button>
          </View>
        </View>
      ) : (
        <Button className="self-start" onPress={() => setDropping(true)}>
          {t('turnOff2')}
        </Button>
      )}
    </Card>
  );
}

function Password() {
  const { password } = useOwnActs();
  const [old, setOld] = useState('');
  const [next, setNext] = useState('');
  const path = password.error instanceof ApiProblem ? password.error.path : undefined;
  const done = password.isSuccess;
  return (
    <Card>
      <Heading>{t('yourPassword')}</Heading>
      <Field
        label={t('currentPassword')}
        secureTextEntry
        autoComplete="current-password"
        value={old}
        onChangeText={setOld}
        problem={path === 'old' ? password.error?.message : null}
      />
      <Field
        label={t('newPassword')}
        secureTextEntry
        autoComplete="new-password"
        value={next}
        onChangeText={setNext}
        hint={t('atLeast12Characters')}
        problem={path === 'password' ? password.error?.message : null}
      />
      {password.error && path !== 'old' && path !== 'password' ? <Remark mood="caution">{password.error.message}</Remark> : null}
      {done ? <Remark mood="settled">{t('changedYouAreSignedOutOn')}</Remark> : null}
      <Button
        className="self-start"
        disabled={password.isPending || old === '' || next === ''}
        onPress={() =>
          password.mutate(
            { old, password: next },
            {
              onSuccess: () => {
                setOld('');
                setNext('');
              },
            },
          )
        }
      >
        {t('changePassword')}
      </Button>
    </Card>
  );
}
