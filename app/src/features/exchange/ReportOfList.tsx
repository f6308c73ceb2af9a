import { View } from 'react-native';
import type { ListReport } from '@dendrix/core/exchange';
import { Body, Heading } from '@/ui/text';
import { Card, Remark } from '@/ui/surface';
import { NamesOfList } from './NamesOfList';
import { ReportTable } from './ReportTable';

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
      <Remark mood="caution" title="Cannot read the list yet">
        {report.stops.join(' ')}
      </Remark>
    );
  }
  return (
    <View className="gap-4">
      <Card>
        <Heading>
          {report.trees.length} of {report.rows} rows are good
        </Heading>
        <Body>
          {report.bad.length} will not be imported, {report.warnings.length} need checking, {report.duplicates.length} are within 2 m of
          another.
        </Body>
      </Card>
      <NamesOfList report={report} choices={choices} onChoose={onChoose} />
      <ReportTable title="Rows not imported" rows={report.bad.map((b) => ({ line: b.line, tag: b.tag, reason: b.reason }))} />
      <ReportTable
        title="Within 2 m of another"
        rows={report.duplicates.map((d) => ({ line: d.line, tag: d.tag, reason: `${d.metres.toFixed(1)} m from ${d.near}` }))}
      />
      <ReportTable title="Check these rows" rows={report.warnings.map((w) => ({ line: w.line, tag: w.tag, reason: w.reason }))} />
    </View>
  );
}
