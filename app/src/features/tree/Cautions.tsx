import { View } from 'react-native';
import { Body } from '@/ui/text';
import { Remark } from '@/ui/surface';
import { t } from '@/words/tree';

/** The cautions of a judgement, all of them, in one place. */
export function Cautions({ cautions }: { cautions: readonly string[] }) {
  return (
    <Remark mood="caution" title={t('cautions')}>
      <View className="gap-1">
        {cautions.map((caution) => (
          <Body key={caution}>{caution}</Body>
        ))}
      </View>
    </Remark>
  );
}
