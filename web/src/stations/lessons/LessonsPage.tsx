import type { FailCount, FailSort } from '@ombrik/core/after/whatFails';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { Header } from '../../ui/Header.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const SORTS: readonly (readonly [sort: FailSort, title: string, counted: string])[] = [
  ['lug', 'Lugs and ends', 'Cables with one of a kind on them: made again, or failed cold'],
  ['die', 'Dies', 'Cables crimped with it: made again, or failed cold'],
  ['part', 'Parts', 'Of each kind on tested boards: failed a check, or heard of from the field'],
  ['check', 'Checks', 'Read on a board: not good at least once'],
  ['step', 'Steps of the build', 'Done on a board: taken back, or with a problem'],
];
const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

const COLUMNS: readonly DataColumn<FailCount>[] = [
  { title: 'What', cell: (r) => r.what, by: (r) => r.what, names: true, headClass: 'w-2/5' },
  { title: 'Failed', cell: (r) => r.failed, by: (r) => r.failed, right: true, className: 'num' },
  { title: 'Of', cell: (r) => r.tried, by: (r) => r.tried, right: true, className: 'num' },
  { title: 'In jobs', cell: (r) => r.jobs || '', by: (r) => r.jobs, right: true, className: 'num' },
  {
    title: 'Share',
    cell: (r) => percent(r.failed / r.tried),
    by: (r) => r.failed / r.tried,
    right: true,
    className: 'num',
  },
  {
    title: 'Truly between',
    note: 'Where the true share lies at 95 %, by the counts alone',
    cell: (r) => <Bounds row={r} />,
    by: (r) => r.bounds[0],
  },
  {
    title: '',
    cell: (r) => (r.standsOut ? <b className="label-face text-error whitespace-nowrap">more than the others</b> : null),
  },
];

/** Where the share lies, drawn to scale and in figures. */
function Bounds({ row: { bounds, failed, tried } }: { row: FailCount }) {
  const [low, high] = bounds;
  return (
    <span className="flex items-center gap-2">
      <svg viewBox="0 0 100 8" className="h-2 w-28" aria-hidden="true" preserveAspectRatio="none">
        <rect x="0" y="3.5" width="100" height="1" className="fill-base-300" />
        <rect x={100 * low} y="2" width={Math.max(1, 100 * (high - low))} height="4" className="fill-secondary" />
        <rect x={(100 * failed) / tried - 0.6} y="0" width="1.2" height="8" className="fill-base-content" />
      </svg>
      <span className="num whitespace-nowrap">
        {percent(low)} to {percent(high)}
      </span>
    </span>
  );
}

/** What fails most over all jobs of the shop, by counts and bounds. */
export function LessonsPage() {
  const query = useQuery({ queryKey: ['lessons'], queryFn: () => answer(api.lessons.$get()) });
  const { data } = query;
  return (
    <div className="flex h-dvh flex-col">
      <Header>
        <span className="truncate">What fails</span>
      </Header>
      <main className="flex-1 overflow-auto p-5">
        <h1 className="text-2xl">What fails, over all jobs</h1>
        {!data && <Held of={query} stops={['lessons']} what="Counting over all jobs" className="" />}
        {data && (
          <>
            <p className="dim">
              From {data.jobs} {data.jobs === 1 ? 'job' : 'jobs'} that went to the floor, shipped ones too; practice
              does not count. Few counts say little: the bounds show how little, and what is certain comes first.
            </p>
            {SORTS.map(([sort, title, counted]) => (
              <Sort key={sort} title={title} counted={counted} rows={data.fails[sort]} />
            ))}
          </>
        )}
      </main>
    </div>
  );
}

const SHOWN = 12;

function Sort({ title, counted, rows }: { title: string; counted: string; rows: readonly FailCount[] }) {
  const failed = rows.filter((r) => r.failed > 0);
  return (
    <section className="perforated mt-4 pt-3" aria-label={title}>
      <h2 className="text-lg">{title}</h2>
      <p className="dim text-[13px]">{counted}.</p>
      {failed.length === 0 ? (
        <p>
          {rows.length === 0 ? 'Nothing is recorded yet.' : `None of ${rows.reduce((s, r) => s + r.tried, 0)} failed.`}
        </p>
      ) : (
        <DataTable label={title} columns={COLUMNS} rows={failed.slice(0, SHOWN)} keyOf={(r) => r.what} />
      )}
      {failed.length > SHOWN && <p className="dim">{failed.length - SHOWN} more failed at least once.</p>}
    </section>
  );
}
