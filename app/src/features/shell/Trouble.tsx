import type { ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';

/** A screen that failed: the others go on, and nothing that was entered is lost. Every route shows it in its own place. */
export function Trouble({ error, retry }: ErrorBoundaryProps) {
  return (
    <View role="alert" className="gap-3 p-5">
      <Heading>This screen cannot be shown</Heading>
      <Body>
        Your entries are saved on this device. Try again. If that does not help, open Dendrix again, then send the line below to your
        administrator.
      </Body>
      <Small>{error.message}</Small>
      <Button kind="next" onPress={() => void retry()}>
        Try again
      </Button>
      <Button onPress={() => window.location.reload()}>Open Dendrix again</Button>
    </View>
  );
}
