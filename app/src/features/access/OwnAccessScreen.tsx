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

/** A person's own access: second factor, devices, password, and what is kept about them. */
export function OwnAccessScreen() {
  const { account } = useSession();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Page title="Your access">
      {account?.owesFactor ? (
        <Remark mood="caution" title="Your organisation asks for a second factor">
          Set it up to continue. It takes two minutes.
        </Remark>
      ) : null}
      <Elsewhere />
      <SecondFactor has={account?.secondFactor ?? false} />
      <Card>
        <Heading>Devices you are signed in on</Heading>
        <Devices person={null} />
      </Card>
      <Password />
      <Card>
        <Heading>What is kept about you</Heading>
        <Body>
          Your name and role, what you recorded of trees and when, what you had before you, and your devices. Nothing else, and none of it
          leaves the town&apos;s own service.
        </Body>
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
        <Button
          className="self-start"
          onPress={() => void download('/me/data', 'about-me.json').catch((error: Error) => setProblem(error.message))}
        >
          Download my data
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
          ? `You sign in with ${about.provider}.`
          : `Tie it to your account here once, and you sign in with ${about.provider} from then on.`}
      </Body>
      {refused ? <Remark mood="caution">{refused}</Remark> : null}
      {untie.error ? <Remark mood="caution">{untie.error.message}</Remark> : null}
      {account?.signsInElsewhere ? (
        <Button className="self-start" onPress={() => untie.mutate()} disabled={untie.isPending}>
          Unlink
        </Button>
      ) : (
        <>
          <Field
            label="Your password here"
            secureTextEntry
            autoComplete="current-password"
            value={password}
            onChangeText={setPassword}
            problem={tie.error?.message ?? null}
            hint="It opens a way in for good, so it takes your password once."
          />
          <Button
            kind="next"
            className="self-start"
            disabled={password === '' || tie.isPending}
            onPress={() => tie.mutate(password, { onSuccess: ({ address }) => window.location.assign(address) })}
          >
            Link to my account
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
      label="Your password"
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
        <Heading>Your recovery codes</Heading>
        <Body>
          Each code works once if you lose your phone. Write them down. Keep them away from the phone. They will not be shown again.
        </Body>
        <View className="flex-row flex-wrap gap-x-6 gap-y-1" role="list">
          {confirm.data.codes.map((one) => (
            <View key={one} role="listitem">
              <Figures className="text-[18px]">{one}</Figures>
            </View>
          ))}
        </View>
        <Button kind="next" className="self-start" onPress={() => confirm.reset()}>
          I have written them down
        </Button>
      </Card>
    );
  if (offer.data && !has)
    return (
      <Card>
        <Heading>Two-step sign-in</Heading>
        <Body>Read this with an app for one-time codes, or type the secret into it, and give the code it shows.</Body>
        <QrCode text={offer.data.uri} label="The second factor, for a camera" />
        <Small>
          Secret: <Strong className="text-[14px]">{offer.data.secret.replace(/(.{4})(?=.)/g, '$1 ')}</Strong>
        </Small>
        <Field
          label="Code it shows"
          inputMode="numeric"
          autoComplete="one-time-code"
          value={code}
          onChangeText={setCode}
          problem={confirm.error?.message ?? null}
        />
        <View className="flex-row flex-wrap gap-2">
          <Button kind="next" onPress={() => confirm.mutate(code.trim())} disabled={confirm.isPending}>
            Switch it on
          </Button>
          <Button
            onPress={() => {
              offer.reset();
              setCode('');
            }}
          >
            Not now
          </Button>
        </View>
      </Card>
    );
  return (
    <Card>
      <Heading>Two-step sign-in</Heading>
      <Body>
        {has
          ? 'Signing in takes a one-time code besides your password.'
          : 'With a code from your phone, a stolen password is useless. Use any authenticator app (RFC 6238).'}
      </Body>
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
            Set it up
          </Button>
        </View>
      ) : dropping ? (
        <View className="gap-2">
          {askPassword(drop.error)}
          <Field
            label="A code of it"
            inputMode="numeric"
            value={code}
            onChangeText={setCode}
            problem={wrongPassword(drop.error) ? null : (drop.error?.message ?? null)}
          />
          <View className="flex-row flex-wrap gap-2">
            <Button onPress={() => drop.mutate({ password, code: code.trim() })} disabled={drop.isPending}>
              Turn off
            </Button>
            <Button onPress={() => setDropping(false)}>Cancel</Button>
          </View>
        </View>
      ) : (
        <Button className="self-start" onPress={() => setDropping(true)}>
          Turn off …
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
      <Heading>Your password</Heading>
      <Field
        label="Current password"
        secureTextEntry
        autoComplete="current-password"
        value={old}
        onChangeText={setOld}
        problem={path === 'old' ? password.error?.message : null}
      />
      <Field
        label="New password"
        secureTextEntry
        autoComplete="new-password"
        value={next}
        onChangeText={setNext}
        hint="At least 12 characters."
        problem={path === 'password' ? password.error?.message : null}
      />
      {password.error && path !== 'old' && path !== 'password' ? <Remark mood="caution">{password.error.message}</Remark> : null}
      {done ? <Remark mood="settled">Changed. You are signed out on all other devices.</Remark> : null}
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
        Change password
      </Button>
    </Card>
  );
}
