import {
  type ColumnDef,
  getCoreRowModel,
  getSortedRowModel,
  type Row,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { Fragment, type Key, type KeyboardEventHandler, type ReactNode, type RefObject, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import { firstRows, useIsPainted } from '../Later.tsx';
import { TableOut } from './TableOut.tsx';
import { useVirtualRows } from './useVirtualRows.ts';

export interface DataColumn<T> {
  title: string;
  cell: (row: T) => ReactNode;
  /** What rows are put in order by when the head is pressed; without it they are not. */
  by?: (row: T) => string | number;
  right?: boolean;
  className?: string;
  /** Stands in place of the title; the title stays its name. */
  head?: ReactNode;
  headClass?: string;
  /** Said when the hand rests on the head. */
  note?: string;
  /** What the row is called by. */
  names?: boolean;
  /** How many columns this cell takes in a row; none where another's reaches over it. */
  span?: (row: T) => number;
}
export interface DataTableProps<T> {
  label?: string;
  columns: readonly DataColumn<T>[];
  rows: readonly T[];
  keyOf: (row: T) => Key;
  /** Rows follow one another in groups, each under its title; the rows come in the order of the groups. */
  groupOf?: (row: T) => string;
  className?: string;
  rowClass?: (row: T) => string;
  onRow?: (row: T) => void;
  onHover?: (row: T | null) => void;
  /** Many rows: only those in sight of this scrolling element are drawn. */
  within?: { scroll: RefObject<HTMLElement | null>; rowPx: number };
  /** Under the rows, such as a sum. */
  foot?: ReactNode;
  /** What is unfolded under a row, over its whole width. */
  under?: (row: T) => ReactNode;
  /** The columns say by themselves what they hold; their names are only for those who cannot see them. */
  bare?: boolean;
  onKeyDown?: KeyboardEventHandler<HTMLTableElement>;
}

/** A row with a field in it, px. */
const ROW_PX = 43;
/** Below this many rows all of them are drawn: a page search finds them. */
const FEW = 120;
/** Fewer rows are read at a glance: nobody takes them to a spreadsheet. */
const WORTH_TAKING = 3;

type Line<T> = { heading: string } | { row: Row<T> };

function linesOf<T>(rows: readonly Row<T>[], groupOf?: (row: T) => string): Line<T>[] {
  if (!groupOf) return rows.map((row) => ({ row }));
  const groups = new Map<string, Row<T>[]>();
  for (const row of rows) {
    const title = groupOf(row.original);
    groups.set(title, [...(groups.get(title) ?? []), row]);
  }
  return [...groups].flatMap(([heading, own]): Line<T>[] => [{ heading }, ...own.map((row) => ({ row }))]);
}

/** A table of rows, put in order by a press on a head, with only the rows in sight drawn where there are many. */
export function DataTable<T>(props: DataTableProps<T>) {
  const { columns, rows, keyOf, groupOf, within } = props;
  const [sorting, setSorting] = useState<SortingState>([]);
  const table = useReactTable({
    data: rows as T[],
    columns: columns.map(
      (c, i): ColumnDef<T> => ({
        id: String(i),
        header: c.title,
        accessorFn: c.by ?? (() => 0),
        enableSorting: c.by !== undefined,
        sortDescFirst: false,
      }),
    ),
    state: { sorting },
    onSortingChange: setSorting,
    getRowId: (row) => String(keyOf(row)),
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const lines = linesOf(table.getRowModel().rows, groupOf);
  const own = useRef<HTMLTableElement>(null);
  const [all, setAll] = useState(false);
  const inSight = lines.length > FEW && !all ? within : undefined;
  const seen = useVirtualRows(lines.length, inSight);
  const first = firstRows(ROW_PX);
  const painted = useIsPainted(inSight !== undefined || lines.length <= first);
  // What is out of sight is drawn for as long as the table is read.
  const whole = (read: () => void) => {
    flushSync(() => setAll(true));
    read();
    setAll(false);
  };
  return (
    <table
      ref={own}
      aria-label={props.label}
      aria-rowcount={lines.length}
      className={props.className ?? 'table table-sm'}
      onKeyDown={props.onKeyDown}
    >
      {props.label && !props.bare && rows.length >= WORTH_TAKING && (
        <TableOut label={props.label} table={own} whole={whole} />
      )}
      <thead className={props.bare ? 'sr-only' : ''}>
        {table.getHeaderGroups().map((group) => (
          <tr key={group.id}>
            {group.headers.map((header, i) => (
              <Head
                key={header.id}
                of={columns[i]!}
                sorted={header.column.getIsSorted()}
                onSort={header.column.getCanSort() ? () => header.column.toggleSorting() : undefined}
              />
            ))}
          </tr>
        ))}
      </thead>
      <tbody onPointerLeave={props.onHover && (() => props.onHover?.(null))}>
        <Gap px={seen.beforePx} columns={columns.length} />
        {lines.slice(seen.from, painted ? seen.to : Math.min(seen.to, first)).map((line) =>
          'heading' in line ? (
            <tr key={`heading ${line.heading}`}>
              <th scope="rowgroup" colSpan={columns.length} className="pt-3 text-lg">
                {line.heading}
              </th>
            </tr>
          ) : (
            <DataRow key={line.row.id} row={line.row} {...props} />
          ),
        )}
        <Gap px={seen.afterPx} columns={columns.length} />
      </tbody>
      {props.foot && <tfoot>{props.foot}</tfoot>}
    </table>
  );
}

const ARIA = { asc: 'ascending', desc: 'descending' } as const;

function Head<T>({
  of: { title, head, note, right, headClass = '' },
  sorted,
  onSort,
}: {
  of: DataColumn<T>;
  sorted: false | 'asc' | 'desc';
  onSort?: () => void;
}) {
  return (
    <th
      scope="col"
      title={note}
      aria-label={head === undefined ? undefined : title}
      aria-sort={sorted ? ARIA[sorted] : undefined}
      className={`${right ? 'text-right' : ''} ${headClass}`}
    >
      {onSort ? (
        <button type="button" className="hover:text-primary" title={`In order by ${title}`} onClick={onSort}>
          {title}
          <span aria-hidden>{sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : ''}</span>
        </button>
      ) : (
        (head ?? title)
      )}
    </th>
  );
}

function DataRow<T>({ row, columns, rowClass, onRow, onHover, under }: DataTableProps<T> & { row: Row<T> }) {
  const below = under?.(row.original);
  return (
    <>
      <tr
        className={rowClass?.(row.original)}
        onClick={onRow && (() => onRow(row.original))}
        onPointerEnter={onHover && (() => onHover(row.original))}
      >
        {/* Called, not mounted: a cell whose function is new with every drawing would lose the hand that is in it. */}
        {columns.map((c, i) => {
          const span = c.span?.(row.original) ?? 1;
          if (span === 0) return <Fragment key={i} />;
          const Cell = c.names ? 'th' : 'td';
          return (
            <Cell
              key={i}
              scope={c.names ? 'row' : undefined}
              colSpan={span > 1 ? span : undefined}
              className={`${c.right ? 'text-right' : ''} ${c.className ?? ''}`}
            >
              {c.cell(row.original)}
            </Cell>
          );
        })}
      </tr>
      {below && (
        <tr>
          <td colSpan={columns.length} className="bg-base-100">
            {below}
          </td>
        </tr>
      )}
    </>
  );
}

/** Stands for the rows that are out of sight. */
function Gap({ px, columns }: { px: number; columns: number }) {
  if (px === 0) return null;
  return (
    <tr aria-hidden>
      <td colSpan={columns} style={{ height: px, padding: 0, border: 0 }} />
    </tr>
  );
}
