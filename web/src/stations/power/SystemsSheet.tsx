import type { DesignWish, Level } from '@ombrik/core/power/design';
import type { Proposal, Wishes } from '@ombrik/core/power/proposals';
import { type ChemistryCost, HORIZON_YEARS } from '@ombrik/core/power/tenYears';
import { CHEMISTRY_NAME } from '@ombrik/core/words';
import { type ReactNode, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { ampHours, amps, days, kilograms, money, watts } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { DesignEditor } from './DesignEditor.tsx';
import { askPower, useStudy } from './usePowerStudy.ts';

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

const comparing = (
  proposals: readonly Proposal[],
  hands: { busy: boolean; choose: (p: Proposal) => void; change: (p: Proposal) => void },
): DataColumn<Compared>[] => [
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
        <span className="text-xl">
          {p.title}
          {p.changed && p.level !== 'own' && <span className="dim text-sm"> changed</span>}
        </span>
        <span className="flex flex-wrap justify-end gap-1">
          <button
            type="button"
            className="btn btn-sm"
            aria-label={`Change ${p.title.toLowerCase()}`}
            onClick={() => hands.change(p)}
          >
            Change …
          </button>
          <button
            type="button"
            className="btn btn-primary btn-sm"
            disabled={hands.busy}
            onClick={() => hands.choose(p)}
          >
            Choose this
          </button>
        </span>
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

/** Nothing but the smallest bank: everything else is named. */
const EXACTLY: DesignWish = { inverter: null, sun: null, dcdc: null, mainsCharger: null };

/** What was wished otherwise, level by level, and the column that is being changed. */
function useWishes() {
  const [wishes, setWishes] = useState<Wishes>({});
  const [open, setOpen] = useState<Level | null>(null);
  return {
    wishes,
    open,
    setOpen,
    wish: (level: Level, by: DesignWish) => setWishes((w) => ({ ...w, [level]: { ...w[level], ...by } })),
    forget: (level: Level) => {
      setWishes(({ [level]: _, ...others }) => others);
      if (level === 'own') setOpen(null);
    },
    exactly: () => {
      setWishes((w) => ({ ...w, own: w.own ?? EXACTLY }));
      setOpen('own');
    },
  };
}

/** Two or three whole systems side by side, and what was asked for exactly; choosing one fills the board. */
export function SystemsSheet() {
  const job = useJob();
  const navigate = useNavigate();
  const [problems, setProblems] = useState<string[]>([]);
  const [building, setBuilding] = useState(false);
  const { currency } = job.workshop;
  const hands = useWishes();
  const study = useStudy('systems', hands.wishes, (s, board) => s.proposals(board, job.workshop, hands.wishes));
  if (!study.data)
    return (
      <Held of={study} stops={study.stops} what="Working systems out from the load list and the sources" shape="page" />
    );
  const { proposals, chemistries } = study.data;
  const standing = job.board.items.filter((i) => !i.load).length;
  const changing = proposals.find((p) => p.level === hands.open);
  const { site, sun } = job.board.power;
  const choose = async (p: Proposal) => {
    setBuilding(true);
    try {
      const commands = await askPower((s) => s.build(job.board, job.workshop, p.level, hands.wishes[p.level] ?? {}));
      if (
        job.edit(p.level === 'own' ? 'Take the system named' : `Choose the ${p.title.toLowerCase()} system`, commands)
      )
        navigate(`/jobs/${job.jobId}/board`);
    } catch (error) {
      setProblems([(error as Error).message]);
    }
    setBuilding(false);
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
      <div className="flex items-baseline gap-3">
        <h1 className="mr-auto text-2xl">Systems</h1>
        <button type="button" className="btn btn-sm" onClick={hands.exactly}>
          Exactly this …
        </button>
      </div>
      {sun && site.latitudeDeg === null && (
        <p className="text-warning">
          Nobody has said the latitude yet, so no sun is reckoned with:{' '}
          <Link className="link" to={`/jobs/${job.jobId}/power/sources`}>
            say it under Sources
          </Link>
          .
        </p>
      )}
      <p className="dim mb-2">
        Worked out from {job.board.items.filter((i) => i.load).length} loads,{' '}
        {CHEMISTRY_NAME[job.board.brief.chemistry]} at {job.board.brief.systemVoltageV} V, and the sources named.{' '}
        {standing > 0 &&
          `Choosing one takes the ${standing} parts that stand on the board off it; undo brings them back.`}
      </p>
      <Problems problems={problems} onDismiss={() => setProblems([])} />
      {changing && (
        <DesignEditor
          of={changing}
          wish={hands.wishes[changing.level]}
          onWish={(by) => hands.wish(changing.level, by)}
          onReset={() => hands.forget(changing.level)}
          onClose={() => hands.setOpen(null)}
        />
      )}
      {building && <p role="status">Building it …</p>}
      <DataTable
        label="Systems compared"
        className="w-full table-fixed border border-base-300 bg-base-100 align-top"
        rowClass={() => 'perforated align-top'}
        columns={comparing(proposals, {
          busy: building,
          choose: (p) => void choose(p),
          change: (p) => hands.setOpen(p.level),
        })}
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
