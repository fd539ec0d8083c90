import type { AlternatorSource } from '@ombrik/core/document/power/power';
import { type AlternatorStudy, type AlternatorWay, STEP_H, type WayResult } from '@ombrik/core/power/alternatorWays';
import { useState } from 'react';
import { Line } from 'react-chartjs-2';
import { useJob } from '../../session/useJob.ts';
import { axis, useInks } from '../../ui/charts.ts';
import { amps, percent } from '../../ui/format.ts';
import { NumberField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { useStudy } from './usePowerStudy.ts';

const WAY_WORDS: Readonly<Record<AlternatorWay, string>> = {
  relay: 'Plain relay',
  controller: 'Plain controller',
  boosting: 'Boosting charger',
};
const DASH: Readonly<Record<AlternatorWay, number[]>> = { relay: [2, 3], controller: [7, 4], boosting: [] };
/** Cable and contacts between alternator and bank, where nobody has measured. Common practice, no source. */
const USUAL_PATH_OHM = 0.012;

const wayColumns = (alternator: AlternatorSource): DataColumn<WayResult>[] => [
  {
    title: 'Way',
    cell: (w) => (
      <>
        {WAY_WORDS[w.way]}
        <span className="dim block text-xs">{w.says}</span>
      </>
    ),
  },
  { title: `at ${alternator.chargingV.toFixed(1)} V`, right: true, className: 'num', cell: (w) => amps(w.hardA) },
  { title: `at ${alternator.ecoV.toFixed(1)} V`, right: true, className: 'num', cell: (w) => amps(w.ecoA) },
  { title: 'ends at', right: true, className: 'num', cell: (w) => percent(w.socShare.at(-1)!) },
];

/** The same drive through a relay, a plain controller and a boosting charger, side by side. */
export function AlternatorWays({ alternator }: { alternator: AlternatorSource }) {
  const job = useJob();
  const [hours, setHours] = useState(4);
  const [start, setStart] = useState(0.4);
  const { brief } = job.board;
  const batteries = job.board.items.flatMap((i) =>
    (job.parts.get(i.partId)?.elements ?? []).flatMap((e) => (e.kind === 'battery' ? [e] : [])),
  );
  const charger = job.board.items
    .flatMap((i) => job.parts.get(i.partId)?.elements ?? [])
    .find((e) => e.kind === 'charger' && e.source === 'dcdc');
  const bankAh = job.dossier.energy.bankAh || Math.max(50, job.dossier.energy.wantedBankAh);
  const study: AlternatorStudy = {
    alternator,
    chemistry: brief.chemistry,
    systemVoltageV: brief.systemVoltageV,
    bankAh,
    bankOhm: batteries[0] ? (batteries[0].resistanceOhm * batteries[0].capacityAh) / bankAh : 0.4 / bankAh,
    cableOhm: USUAL_PATH_OHM,
    startShare: start,
    hours,
    chargerA: charger?.kind === 'charger' ? charger.outputA : 30,
    chargerEfficiencyShare: charger?.kind === 'charger' ? charger.efficiencyShare : 0.87,
  };
  const ways = useStudy('alternator', study, (s) => s.alternator(study));
  const ink = useInks();
  const colour: Record<AlternatorWay, string> = { relay: ink.amber, controller: ink.verdigris, boosting: ink.copper };
  return (
    <section aria-label="Alternator three ways" className="border border-base-300 bg-base-100 p-3">
      <div className="flex items-end gap-3">
        <h2 className="mr-auto text-lg">Alternator, three ways</h2>
        <NumberField
          className="w-32"
          label="Bank at the start"
          value={Math.round(start * 100)}
          min={0}
          max={99}
          unit="%"
          onCommit={(v) => setStart(v / 100)}
        />
        <NumberField
          className="w-28"
          label="Engine runs"
          value={hours}
          min={0.5}
          max={24}
          unit="h"
          onCommit={setHours}
        />
      </div>
      {ways.data && (
        <div className="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-4">
          <div className="h-44">
            <Line
              role="img"
              aria-label={`State of charge over ${hours} hours: ${ways.data.map((w) => `${WAY_WORDS[w.way]} ends at ${percent(w.socShare.at(-1)!)}`).join(', ')}`}
              data={{
                labels: ways.data[0]!.socShare.map((_, i) => `${((i + 1) * STEP_H).toFixed(2)} h`),
                datasets: ways.data.map((w) => ({
                  label: WAY_WORDS[w.way],
                  data: w.socShare.map((x) => x * 100),
                  borderColor: colour[w.way],
                  borderDash: DASH[w.way],
                  pointRadius: 0,
                  borderWidth: 2,
                })),
              }}
              options={{
                plugins: { legend: { position: 'bottom' } },
                scales: { y: axis('bank, %'), x: { ...axis('since the engine started'), ticks: { maxTicksLimit: 6 } } },
              }}
            />
          </div>
          <DataTable
            label="Alternator three ways, in figures"
            className="table table-sm self-start"
            rowClass={() => 'align-top'}
            columns={wayColumns(alternator)}
            rows={ways.data}
            keyOf={(w) => w.way}
          />
        </div>
      )}
      <p className="dim mt-1 text-xs">
        Ohm's law on alternator, {Math.round(USUAL_PATH_OHM * 1000)} mΩ of cable and contacts, and a bank of{' '}
        {Math.round(bankAh)} Ah whose back voltage rises as it fills; charger {Math.round(study.chargerA)} A. Common
        practice, no source.
      </p>
    </section>
  );
}
