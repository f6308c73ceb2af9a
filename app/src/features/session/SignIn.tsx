import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { plateLeaf } from '@dendrix/core/figures/plate-leaf';
import { useLeading } from '@/features/shell/leading';
import { Body, Heading, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { useDemoAccounts, useSignIn } from './useSession';

const ROLE_WORDS = {
  viewer: 'reads, changes nothing',
  crew: 'visits trees',
  reviewer: 'gives the second opinion',
  coordinator: 'plans, brings lists in',
  administrator: 'looks after people and access',
} as const;

/** The door: a name and a password; the demo offers its people by one tap. */
export function SignIn() {
  const demo = useDemoAccounts();
  const signIn = useSignIn();
  const [login, setLogin] = useState('');
  const [password, setPassword] = useState('');
  const [tried, setTried] = useState(false);
  const submit = () => {
    setTried(true);
    if (login.trim() !== '' && password !== '') signIn.mutate({ login: login.trim(), password });
  };
  const leaf = useLeading()?.taxon('Celtis occidentalis');
  return (
    <ScrollView className="flex-1 bg-paper" contentContainerClassName="w-full max-w-[560px] self-center gap-5 px-5 py-8">
      <View className="flex-row items-center gap-4">
        {leaf ? <Drawing figure={plateLeaf(leaf)} width={64} height={64} /> : null}
        <View className="flex-1">
          <Title>Dendrix</Title>
          <Body className="text-soft">The field notebook for street, park and garden trees.</Body>
        </View>
      </View>
      {signIn.error ? (
        <View role="alert" className="border-l-4 border-l-sulphur bg-sulphur-wash px-3 py-2">
          <Body>{signIn.error.message}</Body>
        </View>
      ) : null}
      {demo.data?.password ? (
        <View className="gap-2">
          <Heading>Quillhaven, a demonstration</Heading>
          <Small>An invented town and crew. Choose who you are.</Small>
          {demo.data.accounts.map((account) => (
            <Pressable
              key={account.id}
              role="button"
              aria-label={`Sign in as ${account.name}, ${account.role}`}
              disabled={signIn.isPending}
              onPress={() => signIn.mutate({ login: account.login, password: demo.data.password ?? '' })}
              className="min-h-[56px] flex-row items-center justify-between gap-3 rounded-md border border-ink bg-sheet px-4 py-2 active:opacity-60"
            >
              <Strong className="flex-shrink">{account.name}</Strong>
              <Small className="text-right">
                {account.role}: {ROLE_WORDS[account.role]}
              </Small>
            </Pressable>
          ))}
        </View>
      ) : null}
      <View className="gap-3">
        <Heading>Sign in</Heading>
        <Field
          label="Name"
          autoCapitalize="none"
          autoComplete="username"
          value={login}
          onChangeText={setLogin}
          problem={tried && login.trim() === '' ? 'Type your sign-in name.' : null}
        />
        <Field
          label="Password"
          secureTextEntry
          autoComplete="current-password"
          value={password}
          onChangeText={setPassword}
          onSubmitEditing={submit}
          problem={tried && password === '' ? 'Type your password.' : null}
        />
        <Button kind="next" onPress={submit} disabled={signIn.isPending}>
          Sign in
        </Button>
      </View>
    </ScrollView>
  );
}
