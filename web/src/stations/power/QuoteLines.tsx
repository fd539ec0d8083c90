import { type QuoteLine, WORK_KINDS, WORK_TITLE } from '@ombrik/core/power/quote/quote';
import { Askable } from '../../ui/Askable.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const GROUP_TITLE: Readonly<Record<QuoteLine['group'], string>> = {
  parts: 'Parts',
  copper: 'Cable',
  work: 'Work',
  extra: 'Tools and other',
};
const GROUPS = Object.keys(GROUP_TITLE) as QuoteLine['group'][];

function Quantity({ line }: { line: QuoteLine }) {
  const text = `${line.unit === 'pcs' ? line.quantity : line.quantity.toFixed(1)} ${line.unit}`;
  const kind = line.group === 'work' ? WORK_KINDS.find((k) => WORK_TITLE[k] === line.text) : undefined;
  return kind ? <Askable address={`quote/${kind}/hours`}>{text}</Askable> : <span>{text}</span>;
}
const columnsOf = (group: QuoteLine['group']): DataColumn<QuoteLine>[] => [
  { title: GROUP_TITLE[group], by: (l) => l.text, cell: (l) => l.text },
  { title: 'Quantity', right: true, className: 'num w-28', cell: (l) => <Quantity line={l} /> },
  { title: 'Each', right: true, className: 'num w-24', by: (l) => l.priceEach, cell: (l) => l.priceEach.toFixed(2) },
  { title: 'Total', right: true, className: 'num w-28', by: (l) => l.total, cell: (l) => l.total.toFixed(2) },
];

/** The lines of an offer by group, each with the sum of what stands above it. */
export function QuoteLines({ lines }: { lines: readonly QuoteLine[] }) {
  return GROUPS.map((group) => {
    const own = lines.filter((l) => l.group === group);
    if (own.length === 0) return null;
    const total = own.reduce((s, l) => s + Math.round(l.total * 100), 0) / 100;
    return (
      <DataTable
        key={group}
        label={GROUP_TITLE[group]}
        className="table table-sm mt-3"
        columns={columnsOf(group)}
        rows={own}
        keyOf={(l) => l.text}
        foot={
          <tr>
            <td colSpan={3} className="dim text-right">
              {GROUP_TITLE[group].toLowerCase()} in all
            </td>
            <td className="num text-right font-semibold">{total.toFixed(2)}</td>
          </tr>
        }
      />
    );
  });
}
