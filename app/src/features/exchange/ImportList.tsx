import { useRef } from 'react';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { ColumnsOfList } from './ColumnsOfList';
import { Progress } from './Progress';
import { ReportOfList } from './ReportOfList';
import { useImport } from './useImport';
import { t } from '@/words/exchange';

/** A municipal tree list, step by step: file, columns, names, what is wrong; then all good rows or none. */
export function ImportList() {
  const list = useImport();
  const { file, report, progress, job, problem, changed } = list;
  const picker = useRef<HTMLInputElement | null>(null);

  return (
    <View className="gap-4">
      <Card>
        <Heading>{t('importATreeList')}</Heading>
        <Body>{t('aCsvWithATagA')}</Body>
        <input
          ref={picker}
          type="file"
          accept=".csv,.geojson,.json,text/csv,text/plain,application/geo+json"
          aria-label={t('treeListFile')}
          style={{ display: 'none' }}
          onChange={(event) => {
            const chosen = event.currentTarget.files?.[0];
            if (chosen) void list.open(chosen);
            event.currentTarget.value = '';
          }}
        />
        <Button kind={file ? 'plain' : 'next'} onPress={() => picker.current?.click()}>
          {file ? t('chooseAnotherFile') : t('chooseAFile')}
        </Button>
        {file ? <Small>{file.name}</Small> : null}
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
      </Card>
      {progress ? <Progress words={t('reading')} done={progress.done} total={progress.total} onStop={list.stopReading} /> : null}
      {file && job?.state !== 'done' ? <ColumnsOfList {...list} sample={file.sample} /> : null}
      {report && file && !progress && job?.state !== 'done' ? (
        <ReportOfList report={report} choices={list.choices} onChoose={list.choose} />
      ) : null}
      {report && file && report.stops.length === 0 && !progress && !job ? (
        changed ? (
          <Button kind="next" onPress={list.readAgain}>
            {t('checkAgain')}
          </Button>
        ) : (
          <Button kind="next" disabled={report.trees.length === 0} onPress={() => void list.keep()}>
            {report.bad.length > 0
              ? t('importTreesSkip', { trees: report.trees.length, bad: report.bad.length })
              : t('importTrees', { trees: report.trees.length })}
          </Button>
        )
      ) : null}
      {job?.state === 'running' ? <Progress words={t('keeping')} done={job.done} total={job.total} onStop={list.stopKeeping} /> : null}
      {job && job.state !== 'running' ? (
        <Remark
          mood={job.state === 'done' ? 'settled' : 'caution'}
          title={
            job.state === 'done'
              ? t('treesImported', { kept: (job.report as { kept?: number } | null)?.kept ?? 0 })
              : t('noTreesWereImported')
          }
        >
          {job.detail ?? t('theTreesAreNowOnThe')}
        </Remark>
      ) : null}
    </View>
  );
}
