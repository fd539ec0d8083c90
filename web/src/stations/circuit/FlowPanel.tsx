import type { ScenarioResult } from '@ombrik/core/circuit/scenarios';
import { voltsAlong } from '@ombrik/core/circuit/voltsAlong';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { memo, useMemo, useState } from 'react';
import { Bar } from 'react-chartjs-2';
import { useJob } from '../../session/useJob.ts';
import { axis, useInks } from '../../ui/charts.ts';
import { amps, mm2, percent, volts } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const SHOWN = 8;
const STEPS_SHOWN = 16;

interface Carried {
  connectionId: string;
  cable: MadeCable;
  currentA: number;
  /** Of what it may carry where it lies. */
  share: number;
}
const CARRIED: readonly DataColumn<Carried>[] = [
  { title: 'Cable', className: 'w-12 font-semibold', cell: (m) => m.cable.designation },
  { title: 'Size', right: true, className: 'num w-16', cell: (m) => mm2(m.cable.areaMm2) },
  { title: 'Current', right: true, className: 'num w-20', cell: (m) => amps(m.currentA) },
  {
    title: 'Of what it may carry here',
    cell: (m) => (
      <div
        role="img"
        aria-label={`${percent(m.share)} of what it may carry`}
        className="h-2.5 bg-base-300"
        title={`${percent(m.share)} of what it may carry here`}
      >
        <div
          className={`h-full ${m.share > 1 ? 'bg-error' : 'bg-primary'}`}
          style={{ width: `${Math.min(100, m.share * 100)}%` }}
        />
      </div>
    ),
  },
  { title: 'Share', right: true, className: 'num w-14', cell: (m) => `${Math.round(m.share * 100)} %` },
];

/** In the chosen scenario: which lines carry most for their size, and where the volts to a load are lost. */
export const FlowPanel = memo(function FlowPanel({ scenario }: { scenario: ScenarioResult }) {
  const job = useJob();
  const { board, dossier } = job;
  const ink = useInks();
  const worst = [...scenario.flows].sort((a, b) => b.dropShare - a.dropShare);
  const [chosen, setChosen] = useState('');
  const flow = worst.find((f) => f.key === chosen) ?? worst[0];
  const steps = useMemo(() => (flow ? voltsAlong(board, flow).slice(0, STEPS_SHOWN) : []), [board, flow]);
  const nameOf = (itemId: string) => {
    const item = board.items.find((i) => i.id === itemId);
    return `${item?.designation ?? ''} ${item?.name ?? ''}`.trim();
  };
  const most = useMemo(() => {
    const made = new Map(dossier.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c] as const)));
    const ampacity = new Map(dossier.sizing.cables.map((c) => [c.cableId, c.ampacityA]));
    return scenario.wireA
      .flatMap((w) => {
        const cable = made.get(w.connectionId);
        if (!cable) return [];
        const currentA = Math.abs(w.currentA);
        return [{ ...w, cable, currentA, share: currentA / (ampacity.get(cable.cableId) || 1) }];
      })
      .sort((a, b) => b.share - a.share)
      .slice(0, SHOWN);
  }, [scenario, dossier]);
  let sum = 0;
  const bars = steps.map((s): [number, number] => {
    const from = sum;
    sum += s.volts;
    return [from * 1000, sum * 1000];
  });
  return (
    <div className="grid gap-5 md:h-full md:grid-cols-[minmax(0,4fr)_minmax(0,5fr)]">
      <section aria-label="What carries most">
        <h2 className="text-lg">What carries most, for its size</h2>
        <DataTable
          label="What carries most"
          className="table table-xs"
          bare
          rowClass={() => 'cursor-pointer hover:bg-base-200'}
          onRow={(m) => job.select({ kind: 'cable', id: m.cable.cableId })}
          columns={CARRIED}
          rows={most}
          keyOf={(m) => m.connectionId}
        />
      </section>
      {flow && (
        <section aria-label="Where the volts go" className="flex min-h-0 flex-col">
          <h2 className="flex items-center gap-3 text-lg">
            Where the volts go
            <PickField
              label="To which part"
              hideLabel
              size="xs"
              className="w-52"
              value={flow.key}
              options={worst.map((f) => [f.key, nameOf(f.itemId)] as const)}
              onPick={(picked) => setChosen(picked)}
            />
          </h2>
          <p className="text-sm">
            {volts(flow.sourceV)} at the source, {volts(flow.voltageV)} here: {percent(flow.dropShare)} lost at{' '}
            {amps(flow.currentA)}
          </p>
          <div className="min-h-0 flex-1 max-md:h-48 max-md:flex-none">
            <Bar
              role="img"
              aria-label={`Volts lost on the way: ${steps.map((s) => `${s.label} ${Math.round(s.volts * 1000)} millivolts`).join(', ')}`}
              data={{
                labels: steps.map((s) => s.label),
                datasets: [{ data: bars, backgroundColor: ink.copper, barPercentage: 0.92, categoryPercentage: 0.95 }],
              }}
              options={{
                plugins: {
                  legend: { display: false },
                  tooltip: {
                    callbacks: {
                      label: (c) => `${Math.round((steps[c.dataIndex]?.volts ?? 0) * 1000)} mV`,
                    },
                  },
                },
                scales: {
                  x: { ticks: { maxRotation: 90, autoSkip: false } },
                  y: { ...axis('mV lost so far'), beginAtZero: true },
                },
              }}
            />
          </div>
        </section>
      )}
    </div>
  );
});
