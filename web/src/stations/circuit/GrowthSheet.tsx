import type { GrowthStep } from '@ombrik/core/circuit/growth';
import { useState } from 'react';
import { useMe } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { mm2 } from '../../ui/format.ts';
import { OneOf } from '../../ui/OneOf.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';

const FACTORS = [1.5, 2, 3];
const COLUMNS: DataColumn<GrowthStep>[] = [
  { title: 'Cable', cell: (s) => s.designation },
  { title: 'Now', right: true, className: 'num', cell: (s) => mm2(s.nowMm2) },
  { title: 'Then', right: true, className: 'num', cell: (s) => mm2(s.grownMm2) },
];

/** And if the inverter grows? Which trunk conductors would have to be thicker, built so now or left. */
export function GrowthSheet() {
  const job = useJob();
  const me = useMe();
  const [factor, setFactor] = useState(2);
  const { board } = job;
  const who = me.data?.person?.name ?? 'somebody';
  const study = useCircuitStudy('growth', [factor, who], (s) => s.growth(board, job.workshop, factor, who));
  const inverters = board.items.filter((i) => job.parts.get(i.partId)?.elements.some((e) => e.kind === 'inverter'));
  if (inverters.length === 0) return <p className="dim p-5">No inverter on this board that could grow.</p>;
  const growth = study.data?.factor === factor ? study.data : null;
  return (
    <div className="max-w-3xl p-5">
      <h1 className="text-2xl">And if the inverter grows?</h1>
      <div className="my-3 flex items-center gap-3">
        <OneOf label="Growth" value={factor} options={FACTORS.map((f) => [f, `× ${f}`] as const)} onPick={setFactor} />
        <span className="dim">{inverters.map((i) => `${i.designation} ${i.name}`.trim()).join(', ')}</span>
      </div>
      {study.error || !study.data ? (
        <Held of={study} stops={study.stops} what={`Sizing it for × ${factor}`} className="" />
      ) : !growth ? (
        <Waiting what={`Sizing it for × ${factor}`} className="" />
      ) : growth.steps.length === 0 ? (
        <p>Every trunk conductor already bears it.</p>
      ) : (
        <>
          <DataTable
            label="Trunk conductors that would grow"
            columns={COLUMNS}
            rows={growth.steps}
            keyOf={(s) => s.cableId}
            onRow={(s) => job.select({ kind: 'cable', id: s.cableId })}
          />
          <button
            type="button"
            className="btn btn-primary btn-sm mt-3"
            onClick={() => job.edit(`Trunk ready for inverter × ${factor}`, growth.commands)}
          >
            Build the trunk for it now
          </button>
          <p className="dim mt-1 text-sm">
            Locks these conductors at the larger size, with that as the reason. The rest is left as it is.
          </p>
        </>
      )}
      {growth && growth.newStops.length > 0 && (
        <>
          <h2 className="mt-5 text-lg">What else would stand in the way</h2>
          <ul>
            {growth.newStops.map((s) => (
              <li key={s} className="stripe-warn mb-0.5 px-2">
                {s}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
