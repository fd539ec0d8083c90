import { compareNatural } from '@ombrik/core/engine/compareText';
import { quantityText } from '@ombrik/core/stock/articles';
import type { RefObject } from 'react';
import { articleColour } from '../../ui/articleColour.ts';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { ReelDrawing } from './ReelDrawing.tsx';
import type { StockItem } from './useStock.ts';

const GROUPS: readonly [StockItem['group'], string][] = [
  ['cable', 'Cable and flat copper'],
  ['shrink', 'Heat-shrink'],
  ['sleeve', 'Sleeve'],
  ['end', 'Lugs, ferrules, terminals'],
  ['fuse', 'Fuse links'],
  ['device', 'Devices'],
  ['sheet', 'Sheets and offcuts'],
  ['fastener', 'Screws, clips and linings'],
];
const ROW_PX = 45;
const placeOf = (s: StockItem): number => GROUPS.findIndex(([group]) => group === s.group);

/** In the order of the groups, then by name and number. */
export const inOrder = (stock: readonly StockItem[]): StockItem[] =>
  [...stock].sort((a, b) => placeOf(a) - placeOf(b) || compareNatural(a.name, b.name) || a.number - b.number);

/** What fits all words, wherever they stand. */
export function fitting(stock: readonly StockItem[], asked: string): StockItem[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  return stock.filter((s) =>
    words.every((w) => `${s.number} ${s.name} ${s.bin} ${s.articleId}`.toLowerCase().includes(w)),
  );
}

const columnsOf = (choose: (id: string) => void): DataColumn<StockItem>[] => [
  { title: 'No.', className: 'num dim', by: (s) => s.number, cell: (s) => s.number },
  {
    title: 'What',
    by: (s) => s.name,
    cell: (s) => (
      <button
        type="button"
        aria-label={`No. ${s.number}, ${s.name}, ${quantityText(s, s.onHand)}`}
        className="min-h-[36px] text-left leading-tight"
        onClick={(e) => {
          e.stopPropagation();
          choose(s.id);
        }}
      >
        {s.name}
        {s.widthMm !== null && ` (offcut ${s.widthMm} × ${s.heightMm})`}
      </button>
    ),
  },
  {
    title: 'Left of it',
    cell: (s) => s.unit === 'mm' && <ReelDrawing item={s} fill={articleColour(s.articleId)} />,
  },
  {
    title: 'There',
    right: true,
    className: 'num leading-tight',
    by: (s) => s.onHand,
    cell: (s) => (
      <>
        {quantityText(s, s.onHand)}
        {s.reserved > 0 && <span className="dim block text-xs">{quantityText(s, s.reserved)} held</span>}
      </>
    ),
  },
  { title: 'Place', className: 'text-[13px]', by: (s) => s.bin, cell: (s) => s.bin },
];

/** Everything in the store by group: what, how much is left of it, where it lies. */
export function StockTable({
  stock,
  chosenId,
  choose,
  scroll,
}: {
  stock: readonly StockItem[];
  chosenId: string | null;
  choose: (id: string) => void;
  scroll: RefObject<HTMLElement | null>;
}) {
  return (
    <DataTable
      label="Store"
      columns={columnsOf(choose)}
      rows={inOrder(stock)}
      keyOf={(s) => s.id}
      groupOf={(s) => GROUPS[placeOf(s)]?.[1] ?? 'Other'}
      rowClass={(s) => `cursor-pointer ${s.id === chosenId ? 'bg-base-300' : ''}`}
      onRow={(s) => choose(s.id)}
      within={{ scroll, rowPx: ROW_PX }}
    />
  );
}
