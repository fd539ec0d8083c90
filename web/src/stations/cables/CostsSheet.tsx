import { type CostLine, costQuantity } from '@ombrik/core/stock/costRollUp';
import { amountText, signedText } from '@ombrik/core/stock/money';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { useJob } from '../../session/useJob.ts';
import { Held } from '../../ui/states/Held.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const figure = (title: string, cell: (l: CostLine) => string, by?: (l: CostLine) => number): DataColumn<CostLine> => ({
  title,
  right: true,
  className: 'num',
  cell,
  by,
});
const COLUMNS: DataColumn<CostLine>[] = [
  { title: 'What', by: (l) => l.name, cell: (l) => l.name },
  figure('Planned', (l) => costQuantity(l.plannedQuantity, l.unit)),
  figure(
    'at',
    (l) => amountText(l.plannedCents),
    (l) => l.plannedCents ?? 0,
  ),
  figure('Actual', (l) => costQuantity(l.actualQuantity, l.unit)),
  figure(
    'at',
    (l) => amountText(l.actualCents),
    (l) => l.actualCents ?? 0,
  ),
  figure(
    'by amount',
    (l) => signedText(l.byQuantityCents),
    (l) => l.byQuantityCents,
  ),
  figure(
    'by price',
    (l) => signedText(l.byPriceCents),
    (l) => l.byPriceCents,
  ),
  figure(
    'by waste',
    (l) => signedText(l.byWasteCents),
    (l) => l.byWasteCents,
  ),
  { title: 'Why', className: 'dim text-[13px]', cell: (l) => l.why },
];

/** What the job was to cost and what it has cost, line by line, the largest difference first, each explained. */
export function CostsSheet() {
  const job = useJob();
  const query = useQuery({
    queryKey: ['costs', job.jobId],
    queryFn: () => answer(api.jobs[':id'].costs.$get({ param: { id: job.jobId } })),
  });
  const costs = query.data;
  if (!costs) return <Held of={query} stops={['costs', job.jobId]} what="Adding up what the job has cost" />;
  return (
    <div className="p-4">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h1 className="text-2xl">Costs</h1>
        <span className="dim text-[13px]">
          planned by the parts list of revision {costs.revision}
          {costs.released ? ', as released' : ', not released yet'}; actual by what the store gave out and the hours
          entered
        </span>
        <a className="btn btn-xs" href={`/api/jobs/${job.jobId}/out/costs.pdf`} target="_blank" rel="noreferrer">
          Costs, PDF
        </a>
      </div>
      <p className="num my-2 text-xl">
        planned {amountText(costs.plannedCents)} · actual {amountText(costs.actualCents)} ·{' '}
        <b className={costs.differenceCents > 0 ? 'text-error' : 'text-success'}>
          {signedText(costs.differenceCents) || '0.00'} {costs.currency}
        </b>
      </p>
      {costs.unpriced.length > 0 && (
        <p className="text-[13px] text-warning">Without a price, counted as nothing: {costs.unpriced.join(', ')}.</p>
      )}
      <DataTable
        label="Costs"
        columns={COLUMNS}
        rows={costs.lines}
        keyOf={(l) => l.articleId}
        foot={
          <tr>
            <th>All lines</th>
            <th />
            <th className="num text-right">{amountText(costs.plannedCents)}</th>
            <th />
            <th className="num text-right">{amountText(costs.actualCents)}</th>
            {(['byQuantityCents', 'byPriceCents', 'byWasteCents'] as const).map((f) => (
              <th key={f} className="num text-right">
                {signedText(costs.lines.reduce((s, l) => s + l[f], 0))}
              </th>
            ))}
            <th />
          </tr>
        }
      />
    </div>
  );
}
