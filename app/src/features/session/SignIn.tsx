import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { Pressable, ScrollView, View } from 'react-native';
import { plateLeaf } from '@dendrix/core/figures';
import { taxonNamed } from '@/features/shell/library';
import { Body, Button, Drawing, Field, Heading, Small, Strong, Title } from '@/ui';
import { useDemoAccounts, useSignIn } from './useSession';

const ROLE_WORDS = {
  viewer: 'reads, changes nothing',
  crew: 'visits trees',
  reviewer: 'gives the second opinion',
  coordinator: 'plans, brings lists in',
} as const;

/** The door: a name and a password; the demo offers its people by one tap. */
export function SignIn() {
  const demo = useDemoAccounts();
  const signIn = useSignIn();
  const [tried, setTried] = useState(false);
  const { control, handleSubmit, formState } = useForm({ defaultValues: { login: '', password: '' } });
  const submit = handleSubmit((given) => {
    setTried(true);
    signIn.mutate(given);
  });
  const leaf = taxonNamed('Celtis occidentalis');
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
        <Controller
          control={control}
          name="login"
          rules={{ required: 'Type your sign-in name.' }}
          render={({ field, fieldState }) => (
            <Field
              label="Name"
              autoCapitalize="none"
              autoComplete="username"
              value={field.value}
              onChangeText={field.onChange}
              problem={fieldState.error?.message}
            />
          )}
        />
        <Controller
          control={control}
          name="password"
          rules={{ required: 'Type your password.' }}
          render={({ field, fieldState }) => (
            <Field
              label="Password"
              secureTextEntry
              autoComplete="current-password"
              value={field.value}
              onChangeText={field.onChange}
              onSubmitEditing={() => void submit()}
              problem={fieldState.error?.message}
            />
          )}
        />
        <Button kind="next" onPress={() => void submit()} disabled={signIn.isPending || (tried && formState.isSubmitting)}>
          Sign in
        </Button>
      </View>
    </ScrollView>
  );
}
