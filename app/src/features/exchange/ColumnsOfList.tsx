import { View } from 'react-native';
import { COLUMN_KINDS, missingColumns, type ColumnKind, type ColumnMatch } from '@dendrix/core/exchange';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Card, Remark } from '@/ui/surface';
import { Heading, Small, Strong } from '@/ui/text';
import { sampleOf, type ImportOfList } from './useImport';
import { t } from '@/words/exchange';

const KIND_WORDS: Record<ColumnKind, string> = {
  tag: t('tag'),
  latitude: t('latitude'),
  longitude: t('longitude'),
  easting: t('easting'),
  northing: t('northing'),
  zone: t('utmZone'),
  species: t('species'),
  girth: t('girth'),
  diameter: t('diameter'),
  height: t('height'),
  planted: t('plantingYear'),
  place: t('streetOrPark'),
  note: t('note'),
};
/** How each column of a list is read, and what no column says. */
export function ColumnsOfList({ columns, sample, zone, unit, changed, assign, setZone, setUnit, readAgain }: ColumnsProps) {
  return (
    <Card className="gap-3">
      <Heading>{t('columns')}</Heading>
      <Small>{t('checkHowEachColumnIsRead')}</Small>
      {columns.map((column) => (
        <ColumnLine
          key={column.header}
          column={column}
          sample={sampleOf(sample, column.header)}
          onAssign={(kind) => assign(column.header, kind)}
        />
      ))}
      {columns.some((c) => c.kind === 'easting') && !columns.some((c) => c.kind === 'zone') ? (
        <Field label={t('utmZoneOfEastingsAndNorthings')} value={zone} onChangeText={setZone} hint={t('suchAs25n')} />
      ) : null}
      <Choice
        label={t('unitOfStemsWhereNoneIs')}
        options={[
          { value: 'cm', words: t('cm') },
          { value: 'mm', words: t('mm') },
          { value: 'm', words: 'm' },
          { value: 'in', words: t('inch') },
        ]}
        value={unit}
        onChange={setUnit}
      />
      {missingColumns(columns).map((sentence) => (
        <Remark key={sentence} mood="caution">
          {sentence}
        </Remark>
      ))}
      {changed ? (
        <Button kind="next" onPress={readAgain}>
          {t('readListAgain')}
        </Button>
      ) : null}
    </Card>
  );
}

type ColumnsProps = Pick<ImportOfList, 'columns' | 'zone' | 'unit' | 'changed' | 'assign' | 'setZone' | 'setUnit' | 'readAgain'> & {
  sample: NonNullable<ImportOfList['file']>['sample'];
};

function ColumnLine({ column, sample, onAssign }: { column: ColumnMatch; sample: string; onAssign: (kind: ColumnKind | null) => void }) {
  return (
    <View className="flex-row items-center gap-3 border-b border-rule pb-2">
      <View className="min-w-0 flex-1">
        <Strong>{column.header || t('noHeader')}</Strong>
        <Small numberOfLines={1}>
          {sample}
          {column.unit ? ` (${column.unit})` : ''}
        </Small>
      </View>
      <select
        aria-label={t('howIsRead', { header: column.header })}
        value={column.kind ?? ''}
        onChange={(event) => onAssign(event.target.value === '' ? null : (event.target.value as ColumnKind))}
        style={{
          minHeight: 48,
          fontSize: 16,
          fontFamily: 'Atkinson_400',
          padding: '0 8px',
          borderRadius: 6,
          background: 'rgb(var(--sheet))',
          color: 'rgb(var(--ink))',
          border: '1px solid rgb(var(--ink))',
          maxWidth: 170,
        }}
      >
        <option value="">{t('leftOut')}</option>
        {COLUMN_KINDS.map((kind) => (
          <option key={kind} value={kind}>
            {KIND_WORDS[kind]}
          </option>
        ))}
      </select>
    </View>
  );
}
