import type { Defect } from '@ombrik/core/stages/bench/simulate';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';

/** The simulated meter and board: optional, and with a hidden fault for whoever learns to find one. */
export function SimulatorPanel({ hidden, meter }: { hidden: boolean; meter: string }) {
  const job = useJob();
  const client = useQueryClient();
  const [shown, setShown] = useState<Defect | null | 'none'>(null);
  const set = usePress({
    send: (on: boolean, key) =>
      answer(api.jobs[':id'].bench.simulator.$post({ param: { id: job.jobId }, json: { hidden: on } }, keyed(key))),
    onSuccess: () => {
      setShown(null);
      return client.invalidateQueries({ queryKey: ['simulator', job.jobId] });
    },
  });
  const reveal = usePress({
    send: (_: undefined) =>
      answer(
        api.jobs[':id'].bench.simulator.$get({ param: { id: job.jobId }, query: { reveal: 'yes' } } as never),
      ) as Promise<{ defect: Defect | null }>,
    onSuccess: ({ defect }) => setShown(defect ?? 'none'),
  });
  const wireName = (connectionId: string) =>
    job.board.cables.find((c) => c.cores.some((k) => k.connectionId === connectionId))?.designation ?? connectionId;
  const words = (d: Defect): string => {
    if (d.kind === 'swappedPair')
      return `the two wires of ${job.board.items.find((i) => i.id === d.itemId)?.designation} are swapped`;
    if (d.kind === 'openWire') return `${wireName(d.connectionId)} is broken`;
    return `a loose crimp adds ${d.extraOhm.toFixed(2)} Ω to ${wireName(d.connectionId)}`;
  };
  return (
    <div className="perforated mt-5 pt-3">
      <h2 className="text-lg">Simulated meter</h2>
      <p className="dim text-xs">
        A bench meter in software, at the network address <span className="num">{meter}</span>: it reads a board
        simulated from this drawing, in the commands bench meters understand.
      </p>
      <label className="mt-2 flex min-h-[40px] items-center gap-2">
        <input
          type="checkbox"
          className="checkbox"
          checked={hidden}
          disabled={set.isPending}
          onChange={(e) => set.mutate(e.target.checked)}
        />
        with a hidden fault to find
      </label>
      {hidden && (
        <button type="button" className="btn btn-sm" onClick={() => reveal.mutate()}>
          Tell me the fault
        </button>
      )}
      {shown && <p className="mt-1">{shown === 'none' ? 'There is none.' : `Fault: ${words(shown)}.`}</p>}
    </div>
  );
}
