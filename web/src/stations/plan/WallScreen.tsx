import type { PlannedJob, ShopPlan } from '@ombrik/core/shop/planShop';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import type { ShopJob } from '@ombrik/core/shop/shopWork';
import { useQuery } from '@tanstack/react-query';
import { differenceInMinutes, parseISO } from 'date-fns';
import { type ReactNode, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { clockWords, dayWords } from '../../told/days.ts';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { timeWords } from '../build/buildWords.ts';
import { chanceWords } from './planWords.ts';
import { usePages } from './usePages.ts';
import { usePlan } from './usePlan.ts';

const ROWS = 7;
const EVERY_MS = 60_000;

interface Row {
  job: ShopJob;
  planned: PlannedJob | null;
  why: string;
}

/** Who is least likely to be in time first; then by the day it is wanted. */
function rowsOf(sheet: ShopSheet, plan: ShopPlan): Row[] {
  const rows = sheet.jobs.map((job) => ({
    job,
    planned: plan.jobs.find((j) => j.jobId === job.id) ?? null,
    why: plan.unplanned.find((u) => u.jobId === job.id)?.why ?? '',
  }));
  const urgency = (r: Row) => (r.why || r.job.trouble ? 0 : Math.round((r.planned?.chance ?? 2) * 10) + 1);
  return rows.sort((a, b) => urgency(a) - urgency(b) || ((a.job.wantedOn ?? '9') < (b.job.wantedOn ?? '9') ? -1 : 1));
}

/** The wall for a large screen nobody touches: what must happen next, who is on what, what is missing, who waits for whom. */
export function WallScreen() {
  const { sheet, plan, error } = usePlan();
  const now = useQuery({
    queryKey: ['schedule', 'now'],
    queryFn: () => answer(api.schedule.now.$get()),
    refetchInterval: EVERY_MS,
  });
  const clock = useClock();
  const rows = sheet && plan ? rowsOf(sheet, plan) : [];
  const page = usePages(rows.length, ROWS);
  return (
    <div data-theme="bench" className="flex h-full flex-col gap-4 overflow-hidden bg-base-100 p-6 text-base-content">
      <header className="flex items-baseline gap-6">
        <h1 className="text-5xl">What must happen next</h1>
        <span className="flex-1" />
        {page.count > 1 && (
          <span className="dim text-2xl">
            {page.at + 1} of {page.count}
          </span>
        )}
        <span className="num text-5xl">{clockWords(clock)}</span>
        <Link to="/" className="btn btn-ghost">
          Leave
        </Link>
      </header>
      {error && <p className="text-2xl text-error">{problemsIn(error).join('; ')}</p>}
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(300px,30%)] gap-6">
        <ul aria-label="Jobs, most pressing first" className="grid content-start gap-2 overflow-hidden">
          {rows.slice(page.at * ROWS, (page.at + 1) * ROWS).map((r) => (
            <JobRow key={r.job.id} row={r} sheet={sheet!} plan={plan!} />
          ))}
          {!plan && !error && (
            <li>
              <Waiting what="Planning" className="text-2xl" />
            </li>
          )}
        </ul>
        <div className="grid min-h-0 content-start gap-6 overflow-hidden">
          <Box title="Who is on what">
            {(now.data?.on ?? []).map((o) => (
              <p key={o.personId} className="text-xl">
                <span className="label-face">{o.personName}</span>{' '}
                <span className="dim">
                  {sheet?.jobs.find((j) => j.id === o.jobId)?.name ?? 'a job that is done'}, {sinceWords(clock, o.when)}
                </span>
              </p>
            ))}
            {now.data?.on.length === 0 && <p className="dim text-xl">Nobody has said anything lately.</p>}
          </Box>
          <Box title="Parts that are missing">
            {rows.flatMap(({ job }) =>
              job.parts
                ? [
                    <p key={job.id} className="text-xl">
                      <span className="num">{job.number}</span> {job.parts.what}{' '}
                      <span className="dim">there {dayWords(job.parts.on)}</span>
                    </p>,
                  ]
                : [],
            )}
          </Box>
        </div>
      </div>
    </div>
  );
}

function JobRow({ row: { job, planned, why }, sheet, plan }: { row: Row; sheet: ShopSheet; plan: ShopPlan }) {
  const late = planned?.chance != null && planned.chance < 0.5;
  const first = plan.operations.filter((o) => o.jobId === job.id).sort((a, b) => a.startMin - b.startMin)[0];
  const operation = job.operations.find((o) => o.id === first?.id);
  return (
    <li
      className={`border-l-8 bg-base-200 px-4 py-2 ${late || why ? 'border-error' : job.trouble ? 'border-warning' : 'border-base-300'}`}
    >
      <p className="flex items-baseline gap-4">
        <span className="label-face min-w-0 flex-1 truncate text-3xl">
          <span className="num dim text-2xl">{job.number}</span> {job.name}
        </span>
        {planned && (
          <span className="num text-2xl">
            {late ? '▲ ' : ''}
            {dayWords(planned.ships.likely)}
            {planned.chance !== null && job.wantedOn
              ? ` · ${chanceWords(planned.chance)} by ${dayWords(job.wantedOn)}`
              : ''}
          </span>
        )}
      </p>
      <p className="flex gap-4 text-xl">
        <span className="min-w-0 truncate">
          {operation && first ? `${operation.title}, ${sheet.names[first.personId]}` : why}
        </span>
        <span className="min-w-0 flex-1 truncate text-right text-warning">
          {job.trouble ? `▲ ${job.trouble}` : (planned?.heldBy[0] ?? '')}
        </span>
      </p>
    </li>
  );
}

const Box = ({ title, children }: { title: string; children: ReactNode }) => (
  <section>
    <h2 className="text-3xl">{title}</h2>
    {children}
  </section>
);

function sinceWords(now: Date, when: string): string {
  const minutes = Math.max(0, differenceInMinutes(now, parseISO(when)));
  return minutes < 2 ? 'just now' : `${timeWords(minutes)} ago`;
}

/** The time of the wall, each half minute. */
function useClock(): Date {
  const [now, setNow] = useState(new Date());
  useEffect(() => {
    const tick = setInterval(() => setNow(new Date()), 30_000);
    return () => clearInterval(tick);
  }, []);
  return now;
}
