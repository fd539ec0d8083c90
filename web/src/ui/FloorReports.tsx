import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { answer, api } from '../app/api.ts';

/** What the floor has reported and nobody has settled, from wherever one is: it comes the moment it is said. */
export function FloorReports() {
  const { data } = useQuery({ queryKey: ['schedule', 'reports'], queryFn: () => answer(api.schedule.reports.$get()) });
  const [open, setOpen] = useState(false);
  const reports = data?.reports ?? [];
  if (reports.length === 0) return null;
  return (
    <div className="relative">
      <button
        type="button"
        className="label-face whitespace-nowrap rounded border border-warning bg-base-100 px-2 py-1 text-warning hover:underline"
        aria-label={`▲ ${reports.length} from the floor`}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        onKeyDown={(e) => e.key === 'Escape' && setOpen(false)}
      >
        ▲ {reports.length}
        {/* Where the bar is narrow the job’s name needs the room more. */}
        <span className="hidden xl:inline"> from the floor</span>
      </button>
      {open && (
        <ul
          aria-label="Reports from the floor"
          className="absolute right-0 z-50 mt-1 max-h-96 w-96 overflow-auto border border-base-300 bg-base-100 p-2 text-base-content shadow-lg"
        >
          {reports.map((r) => (
            <li key={`${r.jobId} ${r.stepId} ${r.at}`} className="perforated py-1">
              <Link to={`/jobs/${r.jobId}/build`} className="hover:underline" onClick={() => setOpen(false)}>
                <span aria-hidden>{r.kind === 'problem' ? '▲' : '≠'}</span> <span className="num">{r.jobNumber}</span>{' '}
                {r.text} <span className="dim">({r.personName})</span>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
