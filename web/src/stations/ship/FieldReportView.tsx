import type { FieldAdvice, FieldReport } from '@ombrik/core/after/fieldReport';
import type { SeenHours } from '@ombrik/core/after/loadHours';
import { lazy, Suspense } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Held } from '../../ui/states/Held.tsx';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { useFieldReport } from './useFieldLogs.ts';

const HourChart = lazy(() => import('./HourChart.tsx'));

const VERDICTS: Readonly<Record<SeenHours['verdict'], readonly [string, string]>> = {
  asOrdered: ['as ordered', 'text-success'],
  longer: ['longer', 'text-error'],
  shorter: ['shorter', 'text-warning'],
  neverSeen: ['never seen', 'text-warning'],
  notToBeSeen: ['too small to see', 'dim'],
};
const hours = (h: number) => h.toFixed(1);

/** A monitor's log beside the order: what runs longer, what the bank still holds, what to change. */
export function FieldReportView({ logId, onClose }: { logId: number; onClose: () => void }) {
  const query = useFieldReport(logId);
  const { data: report } = query;
  return (
    <section className="overflow-auto p-5" aria-label="The log beside the order">
      <div className="flex items-baseline justify-between gap-3">
        <h1 className="text-2xl">The log beside the order</h1>
        <button type="button" className="btn btn-sm" onClick={onClose}>
          Back to the papers
        </button>
      </div>
      {!report && <Held of={query} what="Laying it beside the order" shape="page" className="" />}
      {report && <Told report={report} />}
    </section>
  );
}

function Told({ report }: { report: FieldReport }) {
  const { days, seen, bank, darkDays } = report;
  const mean = (of: 'outWh' | 'inWh') => days.reduce((s, d) => s + d[of], 0) / Math.max(1, days.length);
  return (
    <>
      <p className="dim">
        {days[0]?.day} to {days.at(-1)?.day}, a line every {Math.round(report.everyS)} s,{' '}
        {Math.round(seen.coveredHours)} hours covered; for {Math.round(seen.hiddenHours)} of them a charger held the
        bank and hid what was drawn.
        {report.setBack > 0 && ` ${report.setBack} lines of a clock set back are left out.`}
      </p>
      <Advice advice={report.advice} />
      <h2 className="perforated mt-4 pt-3 text-lg">Loads</h2>
      <LoadTable loads={seen.loads} />
      <div className="mt-4 grid gap-5 lg:grid-cols-2">
        <Suspense fallback={<Waiting what="Drawing" shape="chart" className="" />}>
          <HourChart seenW={seen.hourW} orderedW={report.orderedHourW} />
        </Suspense>
        <dl className="grid grid-cols-[1fr_auto] content-start gap-x-4 gap-y-1">
          <Row what="Always drawn, by night" says={`${seen.alwaysW === null ? '–' : seen.alwaysW.toFixed(1)} W`} />
          <Row what="as ordered" says={`${report.orderedAlwaysW.toFixed(1)} W`} />
          <Row what="Out of the bank, a day" says={`${mean('outWh').toFixed(0)} Wh`} />
          <Row what="Into the bank, a day" says={`${mean('inWh').toFixed(0)} Wh`} />
          <Row what="Lowest" says={`${Math.min(...days.map((d) => d.lowestV)).toFixed(2)} V`} />
          <Row what="The bank holds" says={holds(bank)} />
          <dd className="dim col-span-2 text-[13px]">By {bank.by}.</dd>
          <Row what="Days a year without power, as ordered" says={darkDays.ordered.toFixed(0)} />
          <Row what="as it is used" says={darkDays.used.toFixed(0)} />
        </dl>
      </div>
    </>
  );
}

const Row = ({ what, says }: { what: string; says: string }) => (
  <>
    <dt>{what}</dt>
    <dd className="num text-right">{says}</dd>
  </>
);

function holds({ holdsAh, plateAh }: FieldReport['bank']): string {
  if (!holdsAh) return `nobody can tell, of ${plateAh.toFixed(0)} Ah`;
  const [least, most] = holdsAh;
  return most === null
    ? `at least ${least.toFixed(0)} of ${plateAh.toFixed(0)} Ah`
    : `${least.toFixed(0)} to ${most.toFixed(0)} of ${plateAh.toFixed(0)} Ah`;
}

function LoadTable({ loads }: { loads: readonly SeenHours[] }) {
  const { board } = useJob();
  const name = (id: string) => {
    const item = board.items.find((i) => i.id === id);
    return item ? `${item.designation} ${item.name}`.trim() : id;
  };
  return (
    <DataTable
      label="Loads, ordered and seen"
      rows={loads}
      keyOf={(l) => l.itemIds.join()}
      columns={[
        { title: 'Load', cell: (l) => l.itemIds.map(name).join(' or '), names: true },
        { title: 'Draws', cell: (l) => `${l.powerW.toFixed(0)} W`, right: true, className: 'num' },
        { title: 'Ordered, h a day', cell: (l) => hours(l.orderedHours), right: true, className: 'num' },
        {
          title: 'Seen, h a day',
          cell: (l) => (l.seenHours ? `${hours(l.seenHours[0])} to ${hours(l.seenHours[1])}` : '–'),
          right: true,
          className: 'num',
        },
        { title: 'Starts', cell: (l) => l.starts, right: true, className: 'num' },
        {
          title: 'Comes to',
          cell: (l) => <span className={VERDICTS[l.verdict][1]}>{VERDICTS[l.verdict][0]}</span>,
        },
      ]}
    />
  );
}

/** What to change, and the press that does it where one can. */
function Advice({ advice }: { advice: readonly FieldAdvice[] }) {
  const job = useJob();
  if (advice.length === 0) return <p className="mt-2 text-success">Used as ordered: nothing to change.</p>;
  return (
    <ul className="mt-2" aria-label="What to change">
      {advice.map((a) => (
        <li key={a.says} className="perforated flex items-center justify-between gap-3 py-1.5">
          <span>{a.says}.</span>
          {a.commands.length > 0 && (
            <button
              type="button"
              className="btn btn-sm"
              disabled={job.saveState !== 'saved'}
              onClick={() => job.edit('Hours as the log shows them', a.commands)}
            >
              Put it in
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
