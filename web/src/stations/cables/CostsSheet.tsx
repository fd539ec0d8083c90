import { costQuantity } from '@ombrik/core/stock/costRollUp';
import { amountText, signedText } from '@ombrik/core/stock/money';
import { useQuery } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { useJob } from '../../session/useJob.ts';
import { Problems } from '../../ui/Problems.tsx';

/** What the job was to cost and what it has cost, line by line, the largest difference first, each explained. */
export function CostsSheet() {
  const job = useJob();
  const query = useQuery({
    queryKey: ['costs', job.jobId],
    queryFn: () => answer(api.jobs[':id'].costs.$get({ param: { id: job.jobId } })),
  });
  if (query.error) return <Problems problems={problemsIn(query.error)} />;
  const costs = query.data;
  if (!costs) return <p className="dim p-6">Adding up …</p>;
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
      <table className="table table-sm">
        <thead>
          <tr>
            <th>What</th>
            <th className="text-right">Planned</th>
            <th className="text-right">at</th>
            <th className="text-right">Actual</th>
            <th className="text-right">at</th>
            <th className="text-right">by amount</th>
            <th className="text-right">by price</th>
            <th className="text-right">by waste</th>
            <th>Why</th>
          </tr>
        </thead>
        <tbody>
          {costs.lines.map((l) => (
            <tr key={l.articleId}>
              <td>{l.name}</td>
              <td className="num text-right">{costQuantity(l.plannedQuantity, l.unit)}</td>
              <td className="num text-right">{amountText(l.plannedCents)}</td>
              <td className="num text-right">{costQuantity(l.actualQuantity, l.unit)}</td>
              <td className="num text-right">{amountText(l.actualCents)}</td>
              <td className="num text-right">{signedText(l.byQuantityCents)}</td>
              <td className="num text-right">{signedText(l.byPriceCents)}</td>
              <td className="num text-right">{signedText(l.byWasteCents)}</td>
              <td className="dim text-[13px]">{l.why}</td>
            </tr>
          ))}
        </tbody>
        <tfoot>
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
        </tfoot>
      </table>
    </div>
  );
}
