/** A table as it stands on the page, to be taken along: what each column is called, and its rows; figures are numbers. */
export interface TableRead {
  columns: string[];
  rows: (string | number)[][];
}

const FIGURE = /^~?([-−]?\d+(?:[.,]\d+)?)[\s\u2009\u00a0]*([^\d\s].*)?$/;

/** What a cell says: what is typed or chosen in its fields, else its words; what only stands for a press says nothing. */
function textOf(cell: Element): string {
  const field = cell.querySelector('input, select, textarea');
  if (field instanceof HTMLSelectElement) return field.selectedOptions[0]?.textContent?.trim() ?? '';
  if (field instanceof HTMLInputElement && field.type === 'checkbox') return field.checked ? 'yes' : 'no';
  if (field instanceof HTMLInputElement && field.type !== 'file') return field.value.trim();
  if (field instanceof HTMLTextAreaElement) return field.value.trim();
  const copy = cell.cloneNode(true) as Element;
  for (const silent of copy.querySelectorAll('.sr-only, .btn, svg')) silent.remove();
  return (copy.textContent ?? '').replace(/[\s\u2009\u00a0]+/g, ' ').trim();
}

interface Figure {
  value: number;
  unit: string;
}
const figureOf = (text: string): Figure | null => {
  const found = FIGURE.exec(text);
  return found && { value: Number(found[1]!.replace('−', '-').replace(',', '.')), unit: found[2]?.trim() ?? '' };
};

/**
 * Reads a table off the page. A column whose cells are all figures of one unit becomes numbers, its unit beside its name;
 * any other stays words. Columns that hold nothing but buttons and pictures are left out.
 */
export function readTable(table: HTMLTableElement): TableRead {
  const heads = [...table.querySelectorAll('thead > tr:first-child > *')].map(
    (c) => c.getAttribute('aria-label') ?? (c.textContent ?? '').replace(/[ ↑↓]+$/, '').trim(),
  );
  const texts = [...table.querySelectorAll('tbody > tr')].flatMap((row) => {
    const cells = [...row.children] as HTMLTableCellElement[];
    // A heading between groups, or what is unfolded under a row, goes over all columns.
    if (cells.length === 1 && cells[0]!.colSpan > 1) return [];
    return [cells.flatMap((c) => [textOf(c), ...Array<string>(c.colSpan - 1).fill('')])];
  });
  const columns: { name: string; cells: (string | number)[] }[] = [];
  for (const [n, name] of heads.entries()) {
    const said = texts.map((row) => row[n] ?? '');
    if (said.every((t) => t === '')) continue;
    const figures = said.map((t) => (t === '' ? null : figureOf(t)));
    const units = new Set(figures.flatMap((f) => (f ? [f.unit] : [])));
    const isFigures = units.size === 1 && said.every((t, i) => t === '' || figures[i] !== null);
    const unit = [...units][0] ?? '';
    columns.push(
      isFigures
        ? { name: unit ? `${name}, ${unit}` : name, cells: figures.map((f) => f?.value ?? '') }
        : { name, cells: said },
    );
  }
  return { columns: columns.map((c) => c.name), rows: texts.map((_, r) => columns.map((c) => c.cells[r]!)) };
}
