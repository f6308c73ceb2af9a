import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { Body, Heading } from '@/ui/text';
import { Button } from '@/ui/button';

/** An address that leads nowhere: an old link, or one mistyped. */
export function NotFound() {
  const router = useRouter();
  return (
    <View className="gap-3 p-5">
      <Heading>No such page</Heading>
      <Body>This page does not exist. Entries on this device are still saved.</Body>
      <Button kind="next" onPress={() => router.replace('/today')}>
        To what is due today
      </Button>
    </View>
  );
}
