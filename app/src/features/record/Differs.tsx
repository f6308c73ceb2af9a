import { View } from 'react-native';
import type { Difference } from '@dendrix/core/contracts';
import { differsWords } from '@dendrix/core/review';
import { Remark } from '@/ui/surface';
import { Body } from '@/ui/text';
import { t } from '@/words/record';

/** Where the phone, which did not know the whole record, judged otherwise; nothing where the two agree. */
export function Differs({ differs }: { differs: readonly Difference[] }) {
  if (differs.length === 0) return null;
  return (
    <Remark mood="second" title={t('reassessedWithTheFullRecord')}>
      <View className="gap-1">
        {differsWords(differs).map((words) => (
          <Body key={words}>{words}</Body>
        ))}
      </View>
    </Remark>
  );
}
