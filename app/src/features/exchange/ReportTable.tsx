import { createColumnHelper, flexRender, getCoreRowModel, getPaginationRowModel, useReactTable } from '@tanstack/react-table';
import { View } from 'react-native';
import { Body, Button, Card, Heading, Small } from '@/ui';

interface Row {
  line: number;
  tag: string;
  reason: string;
}

const column = createColumnHelper<Row>();
const COLUMNS = [
  column.accessor('line', { header: 'Line' }),
  column.accessor('tag', { header: 'Tag' }),
  column.accessor('reason', { header: 'Reason' }),
];
const PAGE = 20;

/** Rows of a list with what is to be said of each, a page at a time. */
export function ReportTable({ title, rows }: { title: string; rows: Row[] }) {
  const table = useReactTable({
    data: rows,
    columns: COLUMNS,
    getCoreRowModel: getCoreRowModel(),
    getPaginationRowModel: getPaginationRowModel(),
    initialState: { pagination: { pageIndex: 0, pageSize: PAGE } },
  });
  if (rows.length === 0) return null;
  return (
    <Card>
      <Heading>
        {title} ({rows.length})
      </Heading>
      <View role="table" aria-label={title}>
        {table.getRowModel().rows.map((row) => (
          <View key={row.id} role="row" className="flex-row gap-3 border-b border-rule py-1">
            {row.getVisibleCells().map((cell) => (
              <View
                key={cell.id}
                role="cell"
                className={cell.column.id === 'reason' ? 'min-w-0 flex-1' : cell.column.id === 'tag' ? 'w-[84px]' : 'w-[64px]'}
              >
                <Body className="text-[15px]">
                  {cell.column.id === 'line' ? 'line ' : ''}
                  {flexRender(cell.column.columnDef.cell, cell.getContext())}
                </Body>
              </View>
            ))}
          </View>
        ))}
      </View>
      {table.getPageCount() > 1 ? (
        <View className="flex-row items-center gap-3">
          <Button onPress={() => table.previousPage()} disabled={!table.getCanPreviousPage()}>
            Before
          </Button>
          <Small>
            {table.getState().pagination.pageIndex + 1} of {table.getPageCount()}
          </Small>
          <Button onPress={() => table.nextPage()} disabled={!table.getCanNextPage()}>
            After
          </Button>
        </View>
      ) : null}
    </Card>
  );
}
