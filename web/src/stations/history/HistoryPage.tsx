import { useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { dateTimeWords } from '../../told/days.ts';
import { Header } from '../../ui/Header.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { Difference } from './Difference.tsx';
import { Restore } from './Restore.tsx';
import type { Side } from './useCompared.ts';

const PAGE = 100;
const fetchPage = (id: string, before: number) =>
  answer(
    // The typed client knows no questions beside ids.
    api.jobs[':id'].revisions.$get({ param: { id }, query: { before: String(before), limit: String(PAGE) } } as {
      param: { id: string };
    }),
  );
type Revision = Awaited<ReturnType<typeof fetchPage>>['revisions'][number];

const useRevisions = (jobId: string) =>
  useInfiniteQuery({
    queryKey: ['job', jobId, 'revisions'],
    queryFn: ({ pageParam }) => fetchPage(jobId, pageParam),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.revisions.length === PAGE ? last.revisions.at(-1)?.revision : undefined),
  });
const useJobs = () =>
  useQuery({ queryKey: ['jobs', 'all'], queryFn: () => answer(api.jobs.$get({ query: { limit: '5000' } })) });

/** What became of a board, revision by revision: any two beside one another, also of another job, and the way back. */
export function HistoryPage() {
  const { jobId = '' } = useParams();
  const own = useRevisions(jobId);
  const jobs = useJobs();
  const revisions = own.data?.pages.flatMap((p) => p.revisions) ?? [];
  const newest = revisions[0]?.revision ?? null;
  const [chosen, setChosen] = useState<{ before: Side | null; after: Side | null }>({ before: null, after: null });
  const after = chosen.after ?? (newest === null ? null : { jobId, revision: newest });
  const before = chosen.before ?? (after && { jobId, revision: Math.max(1, after.revision - 1) });
  const job = jobs.data?.jobs.find((j) => j.id === jobId);
  return (
    <div className="flex h-full flex-col">
      <Header>
        <Link to={`/jobs/${jobId}/brief`} className="truncate hover:underline">
          {job?.jobName ?? 'Back to the job'}
        </Link>
        <span>History</span>
      </Header>
      <main className="grid min-h-0 flex-1 grid-cols-[340px_1fr] max-md:grid-cols-1">
        <aside className="min-h-0 overflow-auto border-r border-base-300 p-4" aria-label="Revisions">
          <h1 className="text-2xl">What became of it</h1>
          {!own.data && <Held of={own} what="Looking through what was kept" className="" />}
          <p className="dim flex justify-end gap-2 text-xs" aria-hidden>
            was · is
          </p>
          <ol>
            {revisions.map((r) => (
              <RevisionRow
                key={r.revision}
                of={r}
                isAfter={after?.jobId === jobId && after.revision === r.revision}
                isBefore={before?.jobId === jobId && before.revision === r.revision}
                onBefore={() => setChosen({ after, before: { jobId, revision: r.revision } })}
                onAfter={() => setChosen({ before, after: { jobId, revision: r.revision } })}
              />
            ))}
          </ol>
          {own.hasNextPage && (
            <button type="button" className="btn btn-sm mt-2" onClick={() => own.fetchNextPage()}>
              What was before
            </button>
          )}
        </aside>
        <section className="min-h-0 overflow-auto p-4" aria-label="Difference">
          <label className="flex items-center gap-2 text-sm">
            Compare with the newest of
            <select
              className="select select-sm w-72"
              value={before && before.jobId !== jobId ? before.jobId : jobId}
              onChange={(e) => {
                const other = jobs.data?.jobs.find((j) => j.id === e.target.value);
                setChosen({
                  after,
                  before: other && other.id !== jobId ? { jobId: other.id, revision: other.revision } : null,
                });
              }}
            >
              {jobs.data?.jobs.map((j) => (
                <option key={j.id} value={j.id}>
                  {j.id === jobId ? 'this job itself' : `J${j.number} ${j.jobName}`}
                </option>
              ))}
            </select>
          </label>
          {before && after && (
            <>
              <h2 className="mt-2 text-xl">
                {before.jobId === jobId ? `Revision ${before.revision}` : 'The other job'} → revision {after.revision}
              </h2>
              {newest !== null && <Restore jobId={jobId} newest={newest} candidates={[before, after]} />}
              <Difference before={before} after={after} />
            </>
          )}
        </section>
      </main>
    </div>
  );
}

interface RowProps {
  of: Revision;
  isBefore: boolean;
  isAfter: boolean;
  onBefore: () => void;
  onAfter: () => void;
}
function RevisionRow({ of: { revision, label, personName, at }, isBefore, isAfter, onBefore, onAfter }: RowProps) {
  return (
    <li className="perforated flex items-center gap-2 py-1">
      <span className="num w-8 text-right text-sm">{revision}</span>
      <span className="min-w-0 flex-1">
        <span className="label-face block truncate" title={label}>
          {label}
        </span>
        <span className="dim block text-xs">
          {personName} · {dateTimeWords(at)}
        </span>
      </span>
      {(
        [
          ['before', isBefore, onBefore],
          ['after', isAfter, onAfter],
        ] as const
      ).map(([side, checked, onChange]) => (
        <input
          key={side}
          type="radio"
          className="radio radio-xs"
          aria-label={`Revision ${revision} is ${side}`}
          checked={checked}
          onChange={onChange}
        />
      ))}
    </li>
  );
}
