import { flexRender, getCoreRowModel, getSortedRowModel, useReactTable, type ColumnDef, type SortingState } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';

export interface TableColumn<R> {
  readonly title: string;
  /** Its title is there for those who hear it only. */
  readonly isUntitled?: boolean;
  readonly cell: (row: R) => React.ReactNode;
  /** What it is sorted by; a column without stays as it comes. */
  readonly value?: (row: R) => string | number;
  readonly width?: number;
  readonly className?: string;
}

interface Props<R> {
  readonly label: string;
  readonly rows: readonly R[];
  readonly columns: readonly TableColumn<R>[];
  readonly rowKey: (row: R) => string;
  readonly rowClass?: (row: R) => string;
  /** What takes a whole row instead of its cells. */
  readonly span?: (row: R) => React.ReactNode;
  readonly rowHeight?: number;
  /** Of the whole with its head, pixels; what there is by default. */
  readonly maxHeight?: number;
}

/**
 * Rows under a head that sorts them, upwards, downwards and as they came; of many only those are set up that can be seen. It scrolls
 * in itself.
 */
export function Table<R>({ label, rows, columns, rowKey, rowClass, span, rowHeight = 22, maxHeight }: Props<R>) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const scroller = useRef<HTMLDivElement>(null);
  // not compiled, and not to be: its functions answer anew each time
  // oxlint-disable-next-line react/incompatible-library
  const table = useReactTable<R>({
    data: rows as R[],
    columns: columns.map(({ title, value }): ColumnDef<R> => ({
      id: title,
      header: title,
      enableSorting: value !== undefined,
      sortDescFirst: false,
      ...(value && { accessorFn: value, sortingFn: rows.length > 0 && typeof value(rows[0]!) === 'number' ? 'basic' : 'alphanumeric' }),
    })),
    state: { sorting },
    onSortingChange: setSorting,
    getRowId: rowKey,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const list = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: list.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 12,
    // before it is measured as many are set up as fill a screen
    initialRect: { width: 1000, height: 600 },
  });
  const seen = virtual.getVirtualItems();
  const before = seen[0]?.start ?? 0,
    after = virtual.getTotalSize() - (seen.at(-1)?.end ?? 0);
  return (
    <div ref={scroller} role="region" aria-label={label} tabIndex={0} className="min-h-0 overflow-auto" style={{ maxHeight }}>
      <table aria-rowcount={list.length + 1} className="w-full table-fixed border-collapse text-left">
        <thead className="sticky top-0 z-10 bg-paper text-[12px] text-graphite shadow-[0_1px_0_var(--color-rule2)]">
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id} className="h-[22px]">
              {group.headers.map((header, k) => {
                const way = header.column.getIsSorted();
                return (
                  <th
                    key={header.id}
                    scope="col"
                    aria-sort={way ? (way === 'asc' ? 'ascending' : 'descending') : undefined}
                    className={`overflow-hidden font-normal text-ellipsis whitespace-nowrap ${columns[k]!.className ?? ''}`}
                    style={{ width: columns[k]!.width }}
                  >
                    {header.column.getCanSort() ? (
                      <button
                        type="button"
                        className={`cursor-pointer hover:text-pencil ${way ? 'font-semibold text-ink' : ''}`}
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}
                        {way && (way === 'asc' ? ', upwards' : ', downwards')}
                      </button>
                    ) : (
                      <span className={columns[k]!.isUntitled ? 'sr-only' : ''}>{columns[k]!.title}</span>
                    )}
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {before > 0 && <tr aria-hidden="true" style={{ height: before }} />}
          {seen.map(({ index }) => {
            const { id, original } = list[index]!;
            return (
              <tr
                key={id}
                aria-rowindex={index + 2}
                className={`group border-b border-rule focus-within:bg-hover hover:bg-hover ${rowClass?.(original) ?? ''}`}
                style={{ height: rowHeight }}
              >
                {span?.(original) ? (
                  <td colSpan={columns.length} className="overflow-hidden text-ellipsis whitespace-nowrap">
                    {span(original)}
                  </td>
                ) : (
                  columns.map(({ title, cell, className = '' }) => (
                    <td key={title} className={`overflow-hidden text-ellipsis whitespace-nowrap ${className}`}>
                      {cell(original)}
                    </td>
                  ))
                )}
              </tr>
            );
          })}
          {after > 0 && <tr aria-hidden="true" style={{ height: after }} />}
        </tbody>
      </table>
    </div>
  );
}
