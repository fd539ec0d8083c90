import type { DieBatch } from '@ombrik/core/stock/dieBatches';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { dayWords } from '../../told/days.ts';
import { Held } from '../../ui/states/Held.tsx';

/** What is still to be crimped on all jobs, die by die: a die is set up once for the jobs that are wanted about the same time. */
export function DiesSheet() {
  const query = useQuery({ queryKey: ['schedule', 'dies'], queryFn: () => answer(api.schedule.dies.$get()) });
  if (!query.data) return <Held of={query} what="Looking through the cables" className="py-3" />;
  const batches = query.data.dies as unknown as DieBatch[];
  if (batches.length === 0) return <p className="dim">Nothing is left to crimp on any released job.</p>;
  return (
    <>
      <a className="btn btn-sm mb-2" href="/api/papers/dies.pdf" target="_blank" rel="noreferrer">
        Print them
      </a>
      <ul aria-label="Dies to set up" className="grid max-w-5xl gap-3">
        {batches.map((b) => (
          <li key={b.dieId} className="border border-base-300 bg-base-100 p-3">
            <p className="flex items-baseline gap-3">
              <span className="label-face text-xl">{b.dieId}</span>
              <span className="dim">{b.toolName}</span>
              <span className="num ml-auto">
                {b.ends} {b.ends === 1 ? 'end' : 'ends'}
              </span>
            </p>
            {b.jobs.map((j) => (
              <p key={j.jobId} className="perforated flex flex-wrap gap-x-3 py-1">
                <Link className="askable" to={`/jobs/${j.jobId}/cables/cards`}>
                  {j.number} {j.name}
                </Link>
                {j.wantedOn && <span className="dim">wanted {dayWords(j.wantedOn)}</span>}
                <span className="num text-[13px]">
                  {j.cables
                    .map((c) => `${c.designation}${c.ends > 1 ? ` ×${c.ends}` : ''}${c.cut ? '' : '*'}`)
                    .join(', ')}
                </span>
              </p>
            ))}
          </li>
        ))}
        <li className="dim text-[13px]">* not cut yet. The first crimp of a die on a day is pulled.</li>
      </ul>
    </>
  );
}
