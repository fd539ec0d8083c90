import { useState } from 'react';
import { useMe } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { mm2 } from '../../ui/format.ts';
import { Problems } from '../../ui/Problems.tsx';
import { useCircuitStudy } from './useCircuitStudy.ts';

const FACTORS = [1.5, 2, 3];

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
        <div role="radiogroup" aria-label="Growth" className="join">
          {FACTORS.map((f) => (
            <button
              key={f}
              type="button"
              role="radio"
              aria-checked={f === factor}
              className={`btn btn-sm join-item ${f === factor ? 'btn-primary' : ''}`}
              onClick={() => setFactor(f)}
            >
              × {f}
            </button>
          ))}
        </div>
        <span className="dim">{inverters.map((i) => `${i.designation} ${i.name}`.trim()).join(', ')}</span>
      </div>
      {study.error && <Problems problems={[String(study.error)]} />}
      {!growth ? (
        <p className="dim">Working it out …</p>
      ) : growth.steps.length === 0 ? (
        <p>Every trunk conductor already bears it.</p>
      ) : (
        <>
          <table className="table table-sm" aria-label="Trunk conductors that would grow">
            <thead>
              <tr>
                <th>Cable</th>
                <th className="text-right">Now</th>
                <th className="text-right">Then</th>
              </tr>
            </thead>
            <tbody>
              {growth.steps.map((s) => (
                <tr key={s.cableId} onClick={() => job.select({ kind: 'cable', id: s.cableId })}>
                  <td>{s.designation}</td>
                  <td className="num text-right">{mm2(s.nowMm2)}</td>
                  <td className="num text-right">{mm2(s.grownMm2)}</td>
                </tr>
              ))}
            </tbody>
          </table>
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
