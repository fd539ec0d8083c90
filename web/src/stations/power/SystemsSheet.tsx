import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { buildSystem } from '@ombrik/core/power/buildSystem';
import type { Proposal } from '@ombrik/core/power/proposals';
import { type ChemistryCost, HORIZON_YEARS } from '@ombrik/core/power/tenYears';
import { CHEMISTRY_NAME } from '@ombrik/core/words';
import { type ReactNode, useState } from 'react';
import { useNavigate } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { ampHours, amps, days, kilograms, money, watts } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { useStudy } from './usePowerStudy.ts';

/** A row proposals are compared by; the better one of it is marked where better is plain. */
interface Compared {
  title: string;
  value: (p: Proposal) => ReactNode;
  best?: (p: Proposal) => number;
  /** Sentences, not a figure. */
  prose?: boolean;
}
function rowsOf(currency: string): Compared[] {
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
    { title: 'Why, and what to watch', prose: true, value: (p) => <Reasons of={p} /> },
    { title: 'Parts', prose: true, value: (p) => <PartsOf proposal={p} /> },
  ];
}

function Reasons({ of }: { of: Proposal }) {
  return (
    <>
      <ul className="list-disc pl-4 text-sm">
        {of.reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
      </ul>
      {of.cautions.map((c) => (
        <p
          key={c}
          className="mt-1.5 border-l-4 border-warning py-0.5 pl-2 text-sm"
          style={{ background: 'var(--warn-wash)' }}
        >
          {c}
        </p>
      ))}
    </>
  );
}

function PartsOf({ proposal }: { proposal: Proposal }) {
  return (
    <ul className="text-sm">
      {proposal.parts.map((part) => (
        <li key={`${part.partId}${part.role}`} className="flex gap-2">
          <span className="num w-8 shrink-0 text-right">{part.quantity} ×</span>
          {part.name}
        </li>
      ))}
    </ul>
  );
}

/** Whether this proposal is the best of a row in which they differ. */
function isBest(row: Compared, p: Proposal, all: readonly Proposal[]): boolean {
  if (!row.best) return false;
  const values = all.map(row.best);
  const best = Math.min(...values);
  return row.best(p) === best && values.some((v) => v > best + 1e-9);
}

const comparing = (proposals: readonly Proposal[], onChoose: (p: Proposal) => void): DataColumn<Compared>[] => [
  {
    title: 'Compared by',
    names: true,
    headClass: 'w-[220px] dim px-2.5 text-left font-normal',
    className: 'dim px-2.5 py-1 text-left font-normal',
    cell: (row) => row.title,
  },
  ...proposals.map((p) => ({
    title: p.title,
    headClass: 'border-l border-base-300 p-2.5 text-left',
    head: (
      <span className="flex items-center justify-between gap-2">
        <span className="text-xl">{p.title}</span>
        <button type="button" className="btn btn-primary btn-sm" onClick={() => onChoose(p)}>
          Choose this
        </button>
      </span>
    ),
    className: 'border-l border-base-300 px-2.5 py-1',
    cell: (row: Compared) => (
      <div className={row.prose ? 'py-1' : 'num'}>
        {row.value(p)}
        {isBest(row, p, proposals) && (
          <span className="ml-1 text-secondary" title="the best of the row">
            ●
          </span>
        )}
      </div>
    ),
  })),
];

const chemistryColumns = (currency: string): DataColumn<ChemistryCost>[] => [
  { title: 'Chemistry', cell: (c) => CHEMISTRY_NAME[c.chemistry] },
  { title: 'Bank', right: true, cell: (c) => ampHours(c.capacityAh) },
  { title: 'One costs', right: true, cell: (c) => money(c.price, currency) },
  { title: 'Mass', right: true, cell: (c) => kilograms(c.massKg) },
  { title: 'Lasts', right: true, cell: (c) => `${c.lifeYears.toFixed(1)} years` },
  { title: 'Bought', right: true, cell: (c) => c.banks },
  { title: 'In all', right: true, cell: (c) => money(c.totalCost, currency) },
  { title: 'A delivered kWh', right: true, cell: (c) => money(c.costPerKwh, currency) },
];

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
      <DataTable
        label="Systems compared"
        className="w-full table-fixed border border-base-300 bg-base-100 align-top"
        rowClass={() => 'perforated align-top'}
        columns={comparing(proposals, choose)}
        rows={rowsOf(currency)}
        keyOf={(row) => row.title}
      />
      {chemistries.length > 1 && (
        <section className="mt-5 max-w-3xl">
          <h2 className="text-lg">AGM or LiFePO4, over {HORIZON_YEARS} years of this use</h2>
          <DataTable
            label="Chemistries compared"
            rowClass={() => 'num'}
            columns={chemistryColumns(currency)}
            rows={chemistries}
            keyOf={(c) => c.chemistry}
          />
          <p className="dim text-xs">
            Each sized for the same days. Life by cycles of the usable share or by the calendar, whichever ends first
            (common practice, no source): 600 cycles and 6 years for AGM, 3,000 and 12 for LiFePO4.
          </p>
        </section>
      )}
    </div>
  );
}
