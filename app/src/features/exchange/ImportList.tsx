import { useRef } from 'react';
import { View } from 'react-native';
import { Body, Heading, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { ColumnsOfList } from './ColumnsOfList';
import { Progress } from './Progress';
import { ReportOfList } from './ReportOfList';
import { useImport } from './useImport';

/** A municipal tree list, step by step: file, columns, names, what is wrong; then all good rows or none. */
export function ImportList() {
  const list = useImport();
  const { file, report, progress, job, problem, changed } = list;
  const picker = useRef<HTMLInputElement | null>(null);

  return (
    <View className="gap-4">
      <Card>
        <Heading>Import a tree list</Heading>
        <Body>
          A CSV with a tag, a place (latitude and longitude, or easting and northing with the zone), and whatever else there is: species as
          written, girth or diameter, planting year. Or points as GeoJSON with the same in their properties.
        </Body>
        <input
          ref={picker}
          type="file"
          accept=".csv,.geojson,.json,text/csv,text/plain,application/geo+json"
          aria-label="Tree list file"
          style={{ display: 'none' }}
          onChange={(event) => {
            const chosen = event.currentTarget.files?.[0];
            if (chosen) void list.open(chosen);
            event.currentTarget.value = '';
          }}
        />
        <Button kind={file ? 'plain' : 'next'} onPress={() => picker.current?.click()}>
          {file ? 'Choose another file' : 'Choose a file'}
        </Button>
        {file ? <Small>{file.name}</Small> : null}
        {problem ? <Remark mood="caution">{problem}</Remark> : null}
      </Card>
      {progress ? <Progress words="Reading" done={progress.done} total={progress.total} onStop={list.stopReading} /> : null}
      {file && job?.state !== 'done' ? <ColumnsOfList {...list} sample={file.sample} /> : null}
      {report && file && !progress && job?.state !== 'done' ? (
        <ReportOfList report={report} choices={list.choices} onChoose={list.choose} />
      ) : null}
      {report && file && report.stops.length === 0 && !progress && !job ? (
        changed ? (
          <Button kind="next" onPress={list.readAgain}>
            Check again
          </Button>
        ) : (
          <Button kind="next" disabled={report.trees.length === 0} onPress={() => void list.keep()}>
            {`Import ${report.trees.length} trees${report.bad.length > 0 ? `, skip ${report.bad.length}` : ''}`}
          </Button>
        )
      ) : null}
      {job?.state === 'running' ? <Progress words="Keeping" done={job.done} total={job.total} onStop={list.stopKeeping} /> : null}
      {job && job.state !== 'running' ? (
        <Remark
          mood={job.state === 'done' ? 'settled' : 'caution'}
          title={job.state === 'done' ? `${(job.report as { kept?: number } | null)?.kept ?? 0} trees imported` : 'No trees were imported'}
        >
          {job.detail ?? 'The trees are now on the map and in all lists.'}
        </Remark>
      ) : null}
    </View>
  );
}
