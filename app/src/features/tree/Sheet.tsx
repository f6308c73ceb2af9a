import { useState } from 'react';
import { View } from 'react-native';
import type { TreeDetail } from '@dendrix/core/contracts';
import { useUnits } from '@/features/shell/settings';
import { download } from '@/data/download';
import { Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { t } from '@/words/tree';

/** One tree on one sheet, to print or send. */
export function Sheet({ tree }: { tree: TreeDetail }) {
  const units = useUnits();
  const [problem, setProblem] = useState<string | null>(null);
  const print = (paper: 'a4' | 'letter') => {
    setProblem(null);
    download(`/trees/${tree.id}/sheet.pdf?paper=${paper}&units=${units}`, `${tree.tag.replace(/\s/g, '-')}.pdf`).catch((error: Error) =>
      setProblem(error.message),
    );
  };
  return (
    <View className="gap-2">
      <Small className="font-body-bold">{t('printOnePagePdf')}</Small>
      <View className="flex-row gap-2">
        <Button label={t('sheetToPrintA4')} onPress={() => print('a4')}>
          A4
        </Button>
        <Button label={t('sheetToPrintLetter')} onPress={() => print('letter')}>
          {t('letter')}
        </Button>
      </View>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}
