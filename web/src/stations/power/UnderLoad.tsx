import { removeItems } from '@ombrik/core/document/item/items';
import type { EnergyRow } from '@ombrik/core/stages/demand/energy';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { watts } from '../../ui/format.ts';
import { LoadMore } from './LoadMore.tsx';
import { nameOfLoad } from './loadColumns.tsx';
import type { Load, LoadEdits } from './useLoadEdits.ts';

/** The rest of a load, when it is asked for. */
export function UnderLoad({ of, edits, row }: { of: Load; edits: LoadEdits; row: EnergyRow | undefined }) {
  const job = useJob();
  const { item, load } = of;
  return (
    <>
      <LoadMore item={item} load={load} set={(change, what) => edits.set(of, change, what)} />
      <div className="mt-2 flex items-baseline gap-4">
        {row && row.surgeW > row.powerW + 1e-9 && (
          <span>
            starts with <Askable address={`load/${item.id}/surgeW`}>{watts(row.surgeW)}</Askable>
          </span>
        )}
        {row && (
          <span>
            takes{' '}
            {load.rating.kind === 'watts' ? (
              <Askable address={`load/${item.id}/currentA`}>{row.currentA.toFixed(1)} A</Askable>
            ) : (
              <span className="num">{row.currentA.toFixed(1)} A</span>
            )}{' '}
            while on
          </span>
        )}
        <button
          type="button"
          className="btn btn-ghost btn-xs ml-auto"
          onClick={() => job.edit(`Take ${nameOfLoad(item)} off the list`, removeItems(job.board, new Set([item.id])))}
        >
          Take it off the list
        </button>
      </div>
    </>
  );
}
