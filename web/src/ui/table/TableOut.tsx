import { csvOf } from '@ombrik/core/engine/csv';
import { type RefObject, useState } from 'react';
import { saveAs } from '../download.ts';
import { readTable, type TableRead } from './readTable.ts';

/** Columns by their place: two may be called the same. */
const named = (columns: readonly string[]): string[] =>
  columns.map((c, n) => (columns.indexOf(c) < n ? `${c} (${n + 1})` : c));

/** Text that a spreadsheet would run goes out behind a quote; marks such as -F1 stay. Tabs between are what it pastes. */
function csvText({ columns, rows }: TableRead, delimiter: ',' | '\t' = ','): string {
  const names = named(columns);
  // Not every spreadsheet reads quotes in what is pasted.
  const cell = (v: string | number) => (typeof v === 'string' && delimiter === '\t' ? v.replace(/[\t\r\n]+/g, ' ') : v);
  const kinds = Object.fromEntries(names.map((c) => [c, 'marks' as const]));
  return csvOf(
    kinds,
    rows.map((row) => Object.fromEntries(names.map((c, n) => [c, cell(row[n]!)]))),
    delimiter,
  );
}

async function saveSheet(read: TableRead, name: string): Promise<void> {
  const { default: writeSheet } = await import('write-excel-file/browser');
  const head = named(read.columns).map((value) => ({ value, type: String, fontWeight: 'bold' as const }));
  // Text is written as text, whatever it begins with: a sheet runs only what is written as a formula.
  const cells = read.rows.map((row) =>
    row.map((value) => (typeof value === 'number' ? { value, type: Number } : { value, type: String })),
  );
  saveAs(await writeSheet([head, ...cells] as never).toBlob(), `${name}.xlsx`);
}

/** Takes a table along: to the clipboard, as CSV, as XLSX. @param whole draws all its rows for as long as it is read */
export function TableOut({
  label,
  table,
  whole,
}: {
  label: string;
  table: RefObject<HTMLTableElement | null>;
  whole: (read: () => void) => void;
}) {
  const [copied, setCopied] = useState(false);
  const name = label.toLowerCase().replace(/[^a-z0-9]+/g, '-');
  const take = (give: (read: TableRead) => unknown) => () =>
    whole(() => table.current && give(readTable(table.current)));
  const ways: [string, string, () => void][] = [
    [
      copied ? 'copied' : 'copy',
      `Copy ${label}`,
      take((t) => navigator.clipboard.writeText(csvText(t, '\t')).then(() => setCopied(true))),
    ],
    ['CSV', `${label} as CSV`, take((t) => saveAs(new Blob([csvText(t)], { type: 'text/csv' }), `${name}.csv`))],
    ['XLSX', `${label} as XLSX`, take((t) => saveSheet(t, name))],
  ];
  return (
    <caption className="caption-bottom text-right print:hidden">
      {ways.map(([says, aria, go]) => (
        <button
          key={aria}
          type="button"
          aria-label={aria}
          className="dim min-h-6 px-1.5 text-xs hover:underline"
          onClick={go}
        >
          {says}
        </button>
      ))}
    </caption>
  );
}
