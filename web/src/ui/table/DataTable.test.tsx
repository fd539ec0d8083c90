// @vitest-environment happy-dom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { type DataColumn, DataTable, type DataTableProps } from './DataTable.tsx';
import { useOpenRows } from './useOpenRows.ts';

afterEach(cleanup);
interface Row {
  id: string;
  name: string;
  many: number;
}
const ROWS: Row[] = [
  { id: 'a', name: 'lug', many: 20 },
  { id: 'b', name: 'bar', many: 3 },
  { id: 'c', name: 'fuse', many: 100 },
];
const COLUMNS: DataColumn<Row>[] = [
  { title: 'Name', by: (r) => r.name, cell: (r) => <b>{r.name}</b> },
  { title: 'Many', right: true, by: (r) => r.many, cell: (r) => r.many },
  { title: '', cell: (r) => <button type="button">Take {r.name}</button> },
];
const names = () =>
  within(screen.getByRole('table'))
    .getAllByRole('row')
    .slice(1)
    .map((r) => r.querySelector('td')?.textContent ?? `# ${r.textContent}`);
const open = (more: Partial<DataTableProps<Row>> = {}) =>
  render(<DataTable label="Things" columns={COLUMNS} rows={ROWS} keyOf={(r) => r.id} {...more} />);

describe('a table', () => {
  it('stands in the order it was given until a head is pressed: up, down, and back', () => {
    open();
    expect(names()).toEqual(['lug', 'bar', 'fuse']);
    const head = screen.getByRole('button', { name: /^Many/ });
    fireEvent.click(head);
    expect(names()).toEqual(['bar', 'lug', 'fuse']);
    expect(screen.getByRole('columnheader', { name: /Many/ }).getAttribute('aria-sort')).toBe('ascending');
    fireEvent.click(head);
    expect(names()).toEqual(['fuse', 'lug', 'bar']);
    fireEvent.click(head);
    expect(names()).toEqual(['lug', 'bar', 'fuse']);
  });
  it('a column that is not put in order has no press on its head', () => {
    open();
    expect(screen.getAllByRole('columnheader')).toHaveLength(3);
    expect(screen.getAllByTitle(/^In order by/)).toHaveLength(2);
  });
  it('groups stay together under their titles, in order within', () => {
    open({ groupOf: (r) => (r.many > 10 ? 'plenty' : 'few') });
    expect(names()).toEqual(['# plenty', 'lug', 'fuse', '# few', 'bar']);
    fireEvent.click(screen.getByRole('button', { name: /^Name/ }));
    expect(names()).toEqual(['# few', 'bar', '# plenty', 'fuse', 'lug']);
  });
  it('a press on a row is that row’s', () => {
    const pressed: string[] = [];
    open({ onRow: (r) => pressed.push(r.id), rowClass: (r) => (r.id === 'b' ? 'chosen' : '') });
    fireEvent.click(screen.getByText('bar'));
    expect(pressed).toEqual(['b']);
    expect(screen.getByText('bar').closest('tr')!.className).toContain('chosen');
  });
  it('of many rows only those in sight are drawn, and how many there are is told', () => {
    const many = Array.from({ length: 5000 }, (_, n) => ({ id: `r${n}`, name: `thing ${n}`, many: n }));
    function Long() {
      const scroll = useRef<HTMLDivElement>(null);
      return (
        <div ref={scroll} style={{ height: 400, overflow: 'auto' }}>
          <DataTable label="Things" columns={COLUMNS} rows={many} keyOf={(r) => r.id} within={{ scroll, rowPx: 40 }} />
        </div>
      );
    }
    render(<Long />);
    const table = screen.getByRole('table');
    expect(table.getAttribute('aria-rowcount')).toBe('5000');
    const drawn = table.querySelectorAll('tbody tr').length;
    expect(drawn).toBeGreaterThan(10);
    expect(drawn).toBeLessThan(120);
  });
  it('what stands in a cell stays the same when the table is drawn again: a hand in it is not lost', () => {
    const columns = (): DataColumn<Row>[] => [{ title: 'Name', cell: (r) => <input aria-label={r.id} /> }];
    const { rerender } = render(<DataTable columns={columns()} rows={ROWS} keyOf={(r) => r.id} />);
    const field = screen.getByLabelText('b');
    rerender(<DataTable columns={columns()} rows={[...ROWS]} keyOf={(r) => r.id} />);
    expect(screen.getByLabelText('b')).toBe(field);
  });
  it('few rows are all drawn although they scroll', () => {
    const scroll = { current: document.createElement('div') };
    open({ within: { scroll, rowPx: 40 } });
    expect(names()).toHaveLength(3);
  });
  it('a row unfolds under itself over its whole width, and keeps its place when rows change order', () => {
    function Unfolding() {
      const rows = useOpenRows();
      const columns: DataColumn<Row>[] = [
        ...COLUMNS.slice(0, 2),
        {
          title: 'More',
          head: '',
          cell: (r) => (
            <button type="button" onClick={() => rows.toggle(r.id)}>
              more {r.name}
            </button>
          ),
        },
      ];
      const under = (r: Row) => rows.isOpen(r.id) && `under ${r.name}`;
      return <DataTable columns={columns} rows={ROWS} keyOf={(r) => r.id} under={under} />;
    }
    render(<Unfolding />);
    fireEvent.click(screen.getByText('more bar'));
    expect(names()).toEqual(['lug', 'bar', 'under bar', 'fuse']);
    expect(screen.getByText('under bar').getAttribute('colspan')).toBe('3');
    fireEvent.click(screen.getByRole('button', { name: /^Many/ }));
    expect(names()).toEqual(['bar', 'under bar', 'lug', 'fuse']);
    fireEvent.click(screen.getByText('more lug'));
    fireEvent.click(screen.getByText('more bar'));
    expect(names()).toEqual(['bar', 'lug', 'under lug', 'fuse']);
    // What stands in place of a title does not take its name away.
    expect(screen.getByRole('columnheader', { name: 'More' }).textContent).toBe('');
  });
  it('a cell may reach over its neighbours, and a column may name its rows', () => {
    const few = (r: Row) => r.many < 10;
    open({
      columns: [
        { title: 'Name', names: true, cell: (r) => r.name },
        { title: 'Many', span: (r) => (few(r) ? 2 : 1), cell: (r) => (few(r) ? 'too few to tell' : r.many) },
        { title: 'Twice', span: (r) => (few(r) ? 0 : 1), cell: (r) => r.many * 2 },
      ],
    });
    const cells = (name: string) =>
      within(screen.getByRole('rowheader', { name }).closest('tr')!)
        .getAllByRole('cell')
        .map((c) => `${c.textContent} ${(c as HTMLTableCellElement).colSpan}`);
    expect(cells('lug')).toEqual(['20 1', '40 1']);
    expect(cells('bar')).toEqual(['too few to tell 2']);
  });
});
