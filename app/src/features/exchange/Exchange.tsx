import { mayAct } from '@dendrix/core/contracts/roles';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { useSession } from '@/features/shell/useSession';
import { todayIso } from '@/features/shell/today';
import { download } from '@/data/download';
import { townCounted } from '@/data/keys';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Page, Remark } from '@/ui/surface';
import { ImportList } from './ImportList';
import { t } from '@/words/exchange';

/** Open formats out and in. */
export function Exchange() {
  const town = useQuery(townCounted(todayIso()));
  const { account } = useSession();
  const [problem, setProblem] = useState<string | null>(null);
  const take = (path: string, name: string) => {
    setProblem(null);
    download(path, name).catch((error: Error) => setProblem(error.message));
  };
  return (
    <Page title={t('importAndExport')}>
      <Card>
        <Heading>{t('exportTrees')}</Heading>
        <Body>{t('treesWithNameIdStatusMeasurements', { trees: town.data?.trees ?? t('all') })}</Body>
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => take('/exports/trees.csv', 'trees.csv')}>{t('csvForASpreadsheet')}</Button>
          <Button onPress={() => take('/exports/trees.geojson', 'trees.geojson')}>{t('geojsonForAMapProgram')}</Button>
        </View>
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
      </Card>
      {account && mayAct(account.role, 'coordinator') ? (
        <ImportList />
      ) : (
        <Card>
          <Heading>{t('importATreeList')}</Heading>
          <Small>{t('aCoordinatorCanDoThisYou', { role: account?.role ?? '' })}</Small>
        </Card>
      )}
    </Page>
  );
}
