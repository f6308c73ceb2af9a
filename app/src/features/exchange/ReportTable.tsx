import { useState } from 'react';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card } from '@/ui/surface';
import { t } from '@/words/exchange';

interface Row {
  line: number;
  tag: string;
  reason: string;
}

const PAGE = 20;

/** Rows of a list with what is to be said of each, a page at a time. */
export function ReportTable({ title, rows }: { title: string; rows: readonly Row[] }) {
  const [page, setPage] = useState(0);
  const pages = Math.ceil(rows.length / PAGE);
  const at = Math.min(page, pages - 1);
  if (rows.length === 0) return null;
  return (
    <Card>
      <Heading>
        {title} ({rows.length})
      </Heading>
      <View role="table" aria-label={title}>
        {rows.slice(at * PAGE, (at + 1) * PAGE).map((row) => (
          <View key={`${row.line}/${row.reason}`} role="row" className="flex-row gap-3 border-b border-rule py-1">
            <View role="cell" className="w-[64px]">
              <Body className="text-[15px]">{t('line', { line: row.line })}</Body>
            </View>
            <View role="cell" className="w-[84px]">
              <Body className="text-[15px]">{row.tag}</Body>
            </View>
            <View role="cell" className="min-w-0 flex-1">
              <Body className="text-[15px]">{row.reason}</Body>
            </View>
          </View>
        ))}
      </View>
      {pages > 1 ? (
        <View className="flex-row items-center gap-3">
          <Button onPress={() => setPage(at - 1)} disabled={at === 0}>
            {t('before')}
          </Button>
          <Small>{t('atOfPages', { at: at + 1, pages })}</Small>
          <Button onPress={() => setPage(at + 1)} disabled={at === pages - 1}>
            {t('after')}
          </Button>
        </View>
      ) : null}
    </Card>
  );
}
