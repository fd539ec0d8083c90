import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { Problems } from '../../ui/Problems.tsx';
import type { useCableFloor } from './useCableFloor.ts';

const REASONS = ['cut too short', 'wrong die', 'crimp let go', 'wrong lug', 'insulation nicked', 'wrong colour'];

/** Why a cable is made again, and where the spoiled one goes. */
export function RedoForm({
  cable,
  floor,
  onDone,
}: {
  cable: MadeCable;
  floor: ReturnType<typeof useCableFloor>;
  onDone: () => void;
}) {
  const core = cable.cores[0]!;
  const usable = Math.max(0, Math.floor(cable.cutMm - core.from.stripMm - core.to.stripMm));
  const [reason, setReason] = useState('');
  const [scrap, setScrap] = useState<'bin' | 'remnant'>('bin');
  const [remnant, setRemnant] = useState(String(usable));
  const [bin, setBin] = useState('remnants');
  const remnantMm = Number(remnant);
  const badRemnant = scrap === 'remnant' && !(remnantMm >= 1 && remnantMm <= Math.ceil(cable.cutMm));
  return (
    <fieldset className="grid gap-2 border border-base-content/50 p-3">
      <legend className="label-face px-1 text-lg">Make {cable.designation} again</legend>
      <div className="flex flex-wrap gap-2">
        {REASONS.map((r) => (
          <button
            key={r}
            type="button"
            className={`btn btn-sm ${reason === r ? 'btn-primary' : ''}`}
            onClick={() => setReason(r)}
          >
            {r}
          </button>
        ))}
      </div>
      <input
        className="input w-full"
        aria-label="Why it is made again"
        placeholder="why"
        maxLength={300}
        value={reason}
        onChange={(e) => setReason(e.target.value)}
      />
      <div className="flex flex-wrap items-end gap-3">
        <label className="flex items-center gap-2">
          <input type="radio" className="radio" checked={scrap === 'bin'} onChange={() => setScrap('bin')} />
          scrap
        </label>
        <label className="flex items-center gap-2">
          <input type="radio" className="radio" checked={scrap === 'remnant'} onChange={() => setScrap('remnant')} />
          back to the store as a remnant
        </label>
        {scrap === 'remnant' && (
          <>
            <label className="input w-36">
              <input
                className="num min-w-0 text-right"
                aria-label="Length of the remnant"
                value={remnant}
                onChange={(e) => setRemnant(e.target.value)}
              />
              <span className="dim text-xs">mm</span>
            </label>
            <input
              className="input w-40"
              aria-label="Place of the remnant"
              maxLength={40}
              value={bin}
              onChange={(e) => setBin(e.target.value)}
            />
          </>
        )}
      </div>
      {badRemnant && (
        <p className="text-error">
          "{remnant}": a number from 1 to {Math.ceil(cable.cutMm)}
        </p>
      )}
      {floor.redo.error && <Problems problems={problemsIn(floor.redo.error)} />}
      <div className="flex gap-2">
        <button
          type="button"
          className="btn btn-primary min-h-[52px]"
          disabled={reason.trim() === '' || badRemnant || floor.redo.isPending}
          onClick={() =>
            floor.redo.mutate(
              {
                cableId: cable.cableId,
                reason: reason.trim(),
                scrap,
                remnantMm: scrap === 'remnant' ? Math.floor(remnantMm) : 0,
                bin,
              },
              { onSuccess: onDone },
            )
          }
        >
          Start it again
        </button>
        <button type="button" className="btn min-h-[52px]" onClick={onDone}>
          Leave it as it is
        </button>
      </div>
    </fieldset>
  );
}
