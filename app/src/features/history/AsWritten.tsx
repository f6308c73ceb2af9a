import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { auditOf } from '@/data/keys';
import { dayWords } from '@/features/shell/words';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/history';

/** Holds the record of one tree against the chain, and says what is not as it was written. */
export function AsWritten({ tree }: { tree: string }) {
  const query = useQuery(auditOf(tree));
  const { data, error, isFetching } = query;
  const again = (
    <Button className="self-start" disabled={isFetching} onPress={() => void query.refetch()}>
      {isFetching ? t('looking') : t('checkAgain')}
    </Button>
  );
  if (error && !data)
    return (
      <View className="gap-2">
        <Small role="alert">{error.message}</Small>
        {again}
      </View>
    );
  if (!data) return <Small role="status">{t('holdingEveryRowAgainstWhatWas')}</Small>;
  const holds = data.findings.length === 0;
  return (
    <View className="gap-2">
      <Remark
        mood={holds ? 'settled' : 'caution'}
        title={holds ? t('recordUnchanged') : t('notAsWritten', { findings: data.findings.length })}
      >
        {holds ? (
          <Body>
            {data.last
              ? t('allRowsOfThisTreeAre', {
                  rows: data.rows,
                  entries: data.entries,
                  day: dayWords(dayThere(data.last.at)),
                  seq: data.last.seq,
                })
              : t('allRowsRowsOfThisTree', { rows: data.rows, entries: data.entries })}
          </Body>
        ) : (
          <View>
            {data.findings.map((finding) => (
              <Body key={`${finding.what}/${finding.where}`}>
                {finding.what}: {finding.where}
              </Body>
            ))}
            <Small className="text-ink">{t('tellACoordinatorTheRecordMay')}</Small>
          </View>
        )}
      </Remark>
      <Small>{t('whetherAnythingWasTakenOutWith')}</Small>
      {again}
    </View>
  );
}
