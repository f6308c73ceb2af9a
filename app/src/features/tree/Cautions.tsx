import { View } from 'react-native';
import { Body } from '@/ui/text';
import { Remark } from '@/ui/surface';

/** The cautions of a judgement, all of them, in one place. */
export function Cautions({ cautions }: { cautions: readonly string[] }) {
  return (
    <Remark mood="caution" title="Cautions">
      <View className="gap-1">
        {cautions.map((caution) => (
          <Body key={caution}>{caution}</Body>
        ))}
      </View>
    </Remark>
  );
}
