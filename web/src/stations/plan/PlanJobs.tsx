import type { ShopPlan } from '@ombrik/core/shop/planShop';
import { dayOf } from '@ombrik/core/shop/shopDays';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { Link } from 'react-router';
import { dayWords } from '../../told/days.ts';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { chanceWords } from './planWords.ts';

/** For each job when it starts, when it ships, how likely in time, and what holds it. */
export function PlanJobs({ sheet, plan }: { sheet: ShopSheet; plan: ShopPlan }) {
  const rows = sheet.jobs.map((job) => ({
    job,
    planned: plan.jobs.find((j) => j.jobId === job.id) ?? null,
    why: plan.unplanned.find((u) => u.jobId === job.id)?.why ?? '',
  }));
  return (
    <DataTable
      label="Jobs of the plan"
      rows={rows}
      keyOf={(r) => r.job.id}
      columns={[
        {
          title: 'Job',
          names: true,
          cell: ({ job }) => (
            <Link className="askable" to={`/jobs/${job.id}/build`}>
              {job.number} {job.name}
            </Link>
          ),
        },
        {
          title: 'Starts',
          className: 'num whitespace-nowrap',
          by: ({ planned }) => planned?.startMin ?? 1e9,
          cell: ({ planned }) => (planned ? dayWords(dayOf(plan.firstDay, planned.startMin)) : ''),
        },
        {
          title: 'Ships, likely',
          className: 'num whitespace-nowrap',
          by: ({ planned }) => planned?.endMin ?? 1e9,
          cell: ({ planned }) =>
            planned
              ? `${dayWords(planned.ships.likely)} (${dayWords(planned.ships.early)} to ${dayWords(planned.ships.late)})`
              : '',
        },
        {
          title: 'Wanted',
          className: 'num whitespace-nowrap',
          by: ({ job }) => job.wantedOn ?? '9',
          cell: ({ job }) => (job.wantedOn ? dayWords(job.wantedOn) : 'no day'),
        },
        {
          title: 'In time',
          by: ({ planned }) => planned?.chance ?? 2,
          cell: ({ planned }) =>
            planned?.chance == null ? (
              ''
            ) : (
              <span className={planned.chance < 0.5 ? 'text-error' : planned.chance < 0.8 ? 'text-warning' : ''}>
                {planned.chance < 0.5 ? '▲ ' : ''}
                {chanceWords(planned.chance)}
              </span>
            ),
        },
        {
          title: 'Held up by',
          className: 'text-[13px]',
          cell: ({ job, planned, why }) => (
            <>
              {job.trouble && <span className="text-warning">▲ {job.trouble}; </span>}
              {planned?.heldBy.join('; ') || why}
            </>
          ),
        },
      ]}
    />
  );
}
