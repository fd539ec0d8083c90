import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { buildSystem } from '@ombrik/core/power/buildSystem';
import type { Proposal } from '@ombrik/core/power/proposals';
import { HORIZON_YEARS } from '@ombrik/core/power/tenYears';
import { CHEMISTRY_NAME } from '@ombrik/core/words';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { ampHours, amps, days, kilograms, money, watts } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { useStudy } from './usePowerStudy.ts';

/** Rows a proposal is compared by; the better one of a row is marked where better is plain. */
function rowsOf(
  currency: string,
): { title: string; value: (p: Proposal) => ReactNode; best?: (p: Proposal) => number }[] {
  return [
    { title: 'Parts cost', value: (p) => money(p.figures.price, currency), best: (p) => p.figures.price },
    { title: 'Mass', value: (p) => kilograms(p.figures.massKg), best: (p) => p.figures.massKg },
    { title: 'Bank', value: (p) => ampHours(p.figures.bankAh) },
    {
      title: 'Days without charging',
      value: (p) => days(p.figures.autonomyDays),
      best: (p) => -p.figures.autonomyDays,
    },
    { title: 'Sun', value: (p) => (p.figures.peakW > 0 ? watts(p.figures.peakW) : 'none') },
    {
      title: 'All charging at once / bank takes',
      value: (p) => `${amps(p.figures.chargeA)} / ${amps(p.figures.chargeLimitA)}`,
    },
    {
      title: 'Hours to full, everything charging',
      value: (p) =>
        p.figures.hoursToFull === null ? 'never: nothing charges' : `${p.figures.hoursToFull.toFixed(1)} h`,
    },
    {
      title: 'Days a year something is cut',
      value: (p) => p.figures.darkDaysPerYear.toFixed(0),
      best: (p) => Math.round(p.figures.darkDaysPerYear),
    },
    { title: 'Generator in a year', value: (p) => `${p.figures.generatorHoursPerYear.toFixed(0)} h` },
    { title: 'Full cycles in a year', value: (p) => p.figures.cyclesPerYear.toFixed(0) },
    {
      title: `Banks bought in ${HORIZON_YEARS} years`,
      value: (p) => `${p.tenYears.banks} · ${money(p.tenYears.totalCost, currency)}`,
    },
  ];
}

/** Two or three whole systems side by side; choosing one fills the board. */
export function SystemsSheet() {
  const job = useJob();
  const navigate = useNavigate();
  const [problems, setProblems] = useState<string[]>([]);
  const { currency } = job.workshop;
  const study = useStudy('systems', null, (s, board) => s.proposals(board, job.workshop));
  if (study.isPending) return <p className="dim p-5">Working systems out from the load list and the sources …</p>;
  if (study.error) return <Problems problems={[String(study.error)]} />;
  const { proposals, chemistries } = study.data;
  const standing = job.board.items.filter((i) => !i.load).length;
  const choose = (p: Proposal) => {
    try {
      if (
        job.edit(
          `Choose the ${p.title.toLowerCase()} system`,
          buildSystem(job.board, genericCatalogue, job.workshop, p.level),
        )
      )
        navigate(`/jobs/${job.jobId}/board`);
    } catch (error) {
      setProblems([(error as Error).message]);
    }
  };
  if (proposals.length === 0)
    return (
      <p className="dim p-5">
        Nothing to propose yet: the load list is empty, or no battery of this chemistry fits{' '}
        {job.board.brief.systemVoltageV} V.
      </p>
    );
  return (
    <div className="p-4">
      <h1 className="text-2xl">Systems</h1>
      <p className="dim mb-2">
        Worked out from {job.board.items.filter((i) => i.load).length} loads,{' '}
        {CHEMISTRY_NAME[job.board.brief.chemistry]} at {job.board.brief.systemVoltageV} V, and the sources named.{' '}
        {standing > 0 &&
          `Choosing one takes the ${standing} parts that stand on the board off it; undo brings them back.`}
      </p>
      <Problems problems={problems} onDismiss={() => setProblems([])} />
      <table className="w-full table-fixed border border-base-300 bg-base-100" aria-label="Systems compared">
        <thead>
          <tr className="border-b border-base-300">
            <td className="w-[220px]" />
            {proposals.map((p) => (
              <th key={p.level} scope="col" className="border-l border-base-300 p-2.5 text-left">
                <span className="flex items-center justify-between gap-2">
                  <span className="text-xl">{p.title}</span>
                  <button type="button" className="btn btn-primary btn-sm" onClick={() => choose(p)}>
                    Choose this
                  </button>
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="align-top">
          {rowsOf(currency).map((row) => {
            const best = row.best && Math.min(...proposals.map(row.best));
            const plain = row.best && proposals.some((p) => row.best!(p) > best! + 1e-9);
            return (
              <tr key={row.title} className="perforated">
                <th scope="row" className="dim px-2.5 py-1 text-left font-normal">
                  {row.title}
                </th>
                {proposals.map((p) => (
                  <td key={p.level} className="num border-l border-base-300 px-2.5 py-1">
                    {row.value(p)}
                    {plain && row.best!(p) === best && (
                      <span className="ml-1 text-secondary" title="the best of the row">
                        ●
                      </span>
                    )}
                  </td>
                ))}
              </tr>
            );
          })}
          <tr className="perforated">
            <th scope="row" className="dim px-2.5 py-2 text-left font-normal">
              Why, and what to watch
            </th>
            {proposals.map((p) => (
              <td key={p.level} className="border-l border-base-300 px-2.5 py-2">
                <ul className="list-disc pl-4 text-sm">
                  {p.reasons.map((r) => (
                    <li key={r}>{r}</li>
                  ))}
                </ul>
                {p.cautions.map((c) => (
                  <p
                    key={c}
                    className="mt-1.5 border-l-4 border-warning py-0.5 pl-2 text-sm"
                    style={{ background: 'var(--warn-wash)' }}
                  >
                    {c}
                  </p>
                ))}
              </td>
            ))}
          </tr>
          <tr className="perforated">
            <th scope="row" className="dim px-2.5 py-2 text-left font-normal">
              Parts
            </th>
            {proposals.map((p) => (
              <td key={p.level} className="border-l border-base-300 px-2.5 py-2">
                <ul className="text-sm">
                  {p.parts.map((part) => (
                    <li key={`${part.partId}${part.role}`} className="flex gap-2">
                      <span className="num w-8 shrink-0 text-right">{part.quantity} ×</span>
                      {part.name}
                    </li>
                  ))}
                </ul>
              </td>
            ))}
          </tr>
        </tbody>
      </table>
      {chemistries.length > 1 && (
        <section className="mt-5 max-w-3xl">
          <h2 className="text-lg">AGM or LiFePO4, over {HORIZON_YEARS} years of this use</h2>
          <table className="table table-sm">
            <thead>
              <tr>
                <th>Chemistry</th>
                <th className="text-right">Bank</th>
                <th className="text-right">One costs</th>
                <th className="text-right">Mass</th>
                <th className="text-right">Lasts</th>
                <th className="text-right">Bought</th>
                <th className="text-right">In all</th>
                <th className="text-right">A delivered kWh</th>
              </tr>
            </thead>
            <tbody>
              {chemistries.map((c) => (
                <tr key={c.chemistry} className="num">
                  <td>{CHEMISTRY_NAME[c.chemistry]}</td>
                  <td className="text-right">{ampHours(c.capacityAh)}</td>
                  <td className="text-right">{money(c.price, currency)}</td>
                  <td className="text-right">{kilograms(c.massKg)}</td>
                  <td className="text-right">{c.lifeYears.toFixed(1)} years</td>
                  <td className="text-right">{c.banks}</td>
                  <td className="text-right">{money(c.totalCost, currency)}</td>
                  <td className="text-right">{money(c.costPerKwh, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="dim text-xs">
            Each sized for the same days. Life by cycles of the usable share or by the calendar, whichever ends first
            (common practice, no source): 600 cycles and 6 years for AGM, 3,000 and 12 for LiFePO4.
          </p>
        </section>
      )}
    </div>
  );
}
