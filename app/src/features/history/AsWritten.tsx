import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { auditOf } from '@/data/keys';
import { dayWords } from '@/features/shell/words';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { dayThere } from '@/features/shell/today';

/** Holds the record of one tree against the chain, and says what is not as it was written. */
export function AsWritten({ tree }: { tree: string }) {
  const query = useQuery(auditOf(tree));
  const { data, error, isFetching } = query;
  const again = (
    <Button className="self-start" disabled={isFetching} onPress={() => void query.refetch()}>
      {isFetching ? 'Looking …' : 'Check again'}
    </Button>
  );
  if (error && !data)
    return (
      <View className="gap-2">
        <Small role="alert">{error.message}</Small>
        {again}
      </View>
    );
  if (!data) return <Small role="status">Holding every row against what was written …</Small>;
  const holds = data.findings.length === 0;
  return (
    <View className="gap-2">
      <Remark mood={holds ? 'settled' : 'caution'} title={holds ? 'Record unchanged' : `${data.findings.length} not as written`}>
        {holds ? (
          <Body>
            {`All ${data.rows} rows of this tree are as ${data.entries} entries of the chain wrote them, the newest of ${data.last ? `${dayWords(dayThere(data.last.at))} (number ${data.last.seq})` : 'none'}.`}
          </Body>
        ) : (
          <View>
            {data.findings.map((finding) => (
              <Body key={`${finding.what}/${finding.where}`}>
                {finding.what}: {finding.where}
              </Body>
            ))}
            <Small className="text-ink">Tell a coordinator. The record may have been changed.</Small>
          </View>
        )}
      </Remark>
      <Small>
        Whether anything was taken out with all its entries is told by the whole chain, which a coordinator holds against its head.
      </Small>
      {again}
    </View>
  );
}
