import { View } from 'react-native';
import type { ListReport } from '@dendrix/core/exchange';
import { Body, Heading } from '@/ui/text';
import { Card, Remark } from '@/ui/surface';
import { NamesOfList } from './NamesOfList';
import { ReportTable } from './ReportTable';
import { t } from '@/words/exchange';

/** What a list comes to: rows that are good, names to be answered, and what is wrong, row by row. */
export function ReportOfList({
  report,
  choices,
  onChoose,
}: {
  report: ListReport;
  choices: Record<string, string | null>;
  onChoose: (text: string, taxon: string | null) => void;
}) {
  if (report.stops.length > 0) {
    return (
      <Remark mood="caution" title={t('cannotReadTheListYet')}>
        {report.stops.join(' ')}
      </Remark>
    );
  }
  return (
    <View className="gap-4">
      <Card>
        <Heading>{t('ofRowsAreGood', { trees: report.trees.length, rows: report.rows })}</Heading>
        <Body>
          {t('willNotBeImportedNeedChecking', {
            bad: report.bad.length,
            warnings: report.warnings.length,
            duplicates: report.duplicates.length,
          })}
        </Body>
      </Card>
      <NamesOfList report={report} choices={choices} onChoose={onChoose} />
      <ReportTable title={t('rowsNotImported')} rows={report.bad.map((b) => ({ line: b.line, tag: b.tag, reason: b.reason }))} />
      <ReportTable
        title={t('within2MOfAnother')}
        rows={report.duplicates.map((d) => ({
          line: d.line,
          tag: d.tag,
          reason: t('mFrom', { metres: d.metres.toFixed(1), near: d.near }),
        }))}
      />
      <ReportTable title={t('checkTheseRows')} rows={report.warnings.map((w) => ({ line: w.line, tag: w.tag, reason: w.reason }))} />
    </View>
  );
}
