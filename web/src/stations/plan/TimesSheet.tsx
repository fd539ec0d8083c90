import { type ShopTimes, trustIn } from '@ombrik/core/build/shopTimes';
import { STEP_KIND_WORDS } from '@ombrik/core/build/step';
import { WORK_KINDS, WORK_TITLE } from '@ombrik/core/power/quote/quote';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { Held } from '../../ui/states/Held.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { timeWords } from '../build/buildWords.ts';

const share = (part: number, whole: number) => (whole === 0 ? '' : `${Math.round((100 * part) / whole)} %`);

/** Where the hours went, which estimates hold, what was done again and why. Nobody's name is counted. */
export function TimesSheet() {
  const query = useQuery({ queryKey: ['schedule', 'times'], queryFn: () => answer(api.schedule.times.$get()) });
  if (!query.data) return <Held of={query} what="Counting the hours" className="py-3" />;
  const times = query.data.times as unknown as ShopTimes;
  if (times.jobs.length === 0)
    return (
      <p className="dim">Nothing has been timed yet. Steps done at the bench and hours entered are counted here.</p>
    );
  return (
    <div className="grid max-w-5xl gap-6">
      <section aria-label="Estimates">
        <h2 className="text-xl">Which estimates to trust</h2>
        <DataTable
          label="Estimates of kinds of work"
          rows={times.learned}
          keyOf={(l) => l.kind}
          columns={[
            { title: 'Work', names: true, cell: (l) => STEP_KIND_WORDS[l.kind] },
            { title: 'Timed', right: true, className: 'num', by: (l) => l.count, cell: (l) => l.count },
            { title: 'Planned', right: true, className: 'num', cell: (l) => timeWords(l.plannedMinutes) },
            { title: 'Took', right: true, className: 'num', cell: (l) => timeWords(l.tookMinutes) },
            {
              title: 'Median',
              right: true,
              className: 'num',
              by: (l) => l.factor.median,
              cell: (l) => `× ${l.factor.median.toFixed(2)}`,
            },
            { title: 'The estimate', cell: trustIn },
          ]}
        />
      </section>
      <section aria-label="Hours">
        <h2 className="text-xl">Where the hours went</h2>
        <DataTable
          label="Hours of jobs"
          rows={times.jobs}
          keyOf={(j) => j.jobId}
          columns={[
            { title: 'Job', names: true, cell: (j) => `${j.number} ${j.name}` },
            ...WORK_KINDS.map((kind) => ({
              title: WORK_TITLE[kind],
              right: true,
              className: 'num',
              cell: (j: ShopTimes['jobs'][number]) => (j.entered[kind] ? `${j.entered[kind]} h` : ''),
            })),
            {
              title: 'Timed at steps',
              right: true,
              className: 'num',
              cell: (j) => (j.timedMinutes > 0 ? `${timeWords(j.timedMinutes)} of ${timeWords(j.plannedMinutes)}` : ''),
            },
          ]}
        />
      </section>
      <section aria-label="Done again" className="grid grid-cols-2 gap-6">
        <div>
          <h2 className="text-xl">What was done again, and why</h2>
          {times.rework.length === 0 && <p className="dim">Nothing yet.</p>}
          <ul>
            {times.rework.map((r) => (
              <li key={`${r.what} ${r.reason}`} className="perforated flex gap-3 py-0.5">
                <span className="num w-8 text-right">{r.count}</span>
                <span>
                  {r.reason || 'no reason said'} <span className="dim">({r.what})</span>
                </span>
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h2 className="text-xl">Crimps made again, by die</h2>
          {times.dies.length === 0 && <p className="dim">No crimp has been recorded yet.</p>}
          <ul>
            {times.dies.map((d) => (
              <li key={d.dieId} className="perforated flex gap-3 py-0.5">
                <span className="w-32">{d.dieId}</span>
                <span className="num">
                  {d.redone} of {d.crimped}
                </span>
                <span className={d.redone * 10 > d.crimped ? 'text-warning' : 'dim'}>{share(d.redone, d.crimped)}</span>
              </li>
            ))}
          </ul>
        </div>
      </section>
    </div>
  );
}
