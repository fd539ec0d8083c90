// @vitest-environment happy-dom
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { useRef } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { type DataColumn, DataTable, type DataTableProps } from './DataTable.tsx';
import { readTable } from './readTable.ts';
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
  it('of a long list a screen full comes first, and all of it right after', async () => {
    const rows = Array.from({ length: 60 }, (_, i) => ({ id: `r${i}`, name: `n${i}`, many: i }));
    const cell = vi.fn((r: Row) => r.name);
    const { container } = open({ rows, columns: [{ title: 'Name', cell }] });
    // The first drawing asks each of its rows once.
    const again = cell.mock.calls.findIndex(([r], i) => i > 0 && r.id === 'r0');
    await act(async () => {});
    expect(again).toBeGreaterThan(5);
    expect(again).toBeLessThan(30);
    expect(container.querySelectorAll('tbody tr')).toHaveLength(60);
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

describe('a table that is taken along', () => {
  const rows = [
    { mark: '-F1', long: 1.25, note: '=1+1', on: true },
    { mark: '-F2', long: 0.5, note: '', on: false },
    { mark: '-F3', long: 12, note: 'two\tparts', on: false },
  ];
  const draw = (more: object = {}) =>
    render(
      <DataTable
        label="Fuses"
        rows={rows}
        keyOf={(r) => r.mark}
        columns={[
          { title: 'Mark', by: (r) => r.mark, cell: (r) => <b>{r.mark}</b> },
          { title: 'Length', right: true, cell: (r) => `${r.long}\u2009m` },
          { title: 'Note', cell: (r) => <input aria-label={`Note of ${r.mark}`} defaultValue={r.note} /> },
          { title: 'On', cell: (r) => <input type="checkbox" aria-label={`On ${r.mark}`} defaultChecked={r.on} /> },
          {
            title: 'Do',
            cell: () => (
              <button type="button" className="btn">
                Remove
              </button>
            ),
          },
        ]}
        {...more}
      />,
    );
  it('is read with its figures as numbers, units beside the names, buttons left out', () => {
    draw();
    expect(readTable(screen.getByRole('table') as HTMLTableElement)).toEqual({
      columns: ['Mark', 'Length, m', 'Note', 'On'],
      rows: [
        ['-F1', 1.25, '=1+1', 'yes'],
        ['-F2', 0.5, '', 'no'],
        ['-F3', 12, 'two\tparts', 'no'],
      ],
    });
  });
  it('goes to the clipboard with tabs, and as CSV that runs nothing', async () => {
    const copied: string[] = [];
    const saved: Blob[] = [];
    vi.stubGlobal('navigator', { ...navigator, clipboard: { writeText: async (t: string) => void copied.push(t) } });
    vi.spyOn(URL, 'createObjectURL').mockImplementation((blob) => {
      saved.push(blob as Blob);
      return 'blob:x';
    });
    draw();
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Copy Fuses' })));
    expect(copied[0]!.split('\r\n')[1]).toBe("-F1\t1.25\t'=1+1\tyes");
    expect(copied[0]!.split('\r\n')[3]).toBe('-F3\t12\ttwo parts\tno');
    await act(async () => void fireEvent.click(screen.getByRole('button', { name: 'Fuses as CSV' })));
    expect((await saved[0]!.text()).split('\r\n').slice(0, 2)).toEqual([
      'Mark,"Length, m",Note,On',
      "-F1,1.25,'=1+1,yes",
    ]);
    vi.unstubAllGlobals();
  });
  it('is offered where there is something to take', () => {
    draw({ rows: rows.slice(0, 2) });
    expect(screen.queryByRole('button', { name: 'Copy Fuses' })).toBeNull();
  });
});
