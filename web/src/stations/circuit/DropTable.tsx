import type { SizingResult } from '@ombrik/core/stages/sizing/sizingResult';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { amps, percent, volts } from '../../ui/format.ts';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

type Drop = SizingResult['drops'][number];
/** Past its limit by more than the last digit. */
const isPast = (d: Drop) => d.share > d.limitShare * (1 + 1e-9);

/** What is lost between the source and each part, on both poles. */
export function DropTable() {
  const { board, dossier } = useJob();
  const { drops } = dossier.sizing;
  if (drops.length === 0) return null;
  const nameOf = (d: Drop) => {
    const item = board.items.find((i) => i.id === d.itemId);
    return `${item?.designation} ${item?.name}${d.way === 'charge' ? ', charging' : ''}`;
  };
  const columns: DataColumn<Drop>[] = [
    { title: 'To', by: nameOf, cell: nameOf },
    { title: 'At', right: true, className: 'num', by: (d) => d.currentA, cell: (d) => amps(d.currentA) },
    { title: 'Drop', right: true, className: 'num', cell: (d) => volts(d.plusDropV + d.minusDropV) },
    {
      title: 'Of nominal',
      right: true,
      by: (d) => d.share,
      cell: (d) => <Askable address={`flow/${d.key}/dropShare`}>{percent(d.share)}</Askable>,
    },
    { title: 'Limit', right: true, className: 'num', cell: (d) => percent(d.limitShare) },
  ];
  return (
    <>
      <h2 className="mt-6 mb-1 text-lg">Drop from the source, both poles</h2>
      <DataTable
        label="Drop from the source"
        className="table table-sm max-w-2xl"
        columns={columns}
        rows={drops}
        keyOf={(d) => d.key}
        rowClass={(d) => (isPast(d) ? 'text-warning' : '')}
      />
    </>
  );
}
