import type { ErrorBoundaryProps } from 'expo-router';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';

/** A screen that failed: the others go on, and nothing that was entered is lost. Every route shows it in its own place. */
export function Trouble({ error, retry }: ErrorBoundaryProps) {
  return (
    <View role="alert" className="gap-3 p-5">
      <Heading>This screen cannot be shown</Heading>
      <Body>What you entered is kept on this device. Try again; if it stays so, send the line below to whoever looks after Dendrix.</Body>
      <Small>{error.message}</Small>
      <Button kind="next" onPress={() => void retry()}>
        Try again
      </Button>
    </View>
  );
}
