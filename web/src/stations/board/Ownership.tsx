import type { Item } from '@ombrik/core/document/item/item';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';

/** Whose part it is, and whether anybody can vouch for its rating. */
export function Ownership({ item }: { item: Item }) {
  const job = useJob();
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      <PickField
        label={`Whose part ${item.designation} is`}
        hideLabel
        className="w-full"
        value={item.ownership}
        options={[
          ['workshop', 'bought by us'],
          ['customer', "the customer's own"],
          ['secondHand', 'second-hand'],
        ]}
        onPick={(picked) =>
          job.edit(`${item.designation}: whose it is`, [
            {
              kind: 'set',
              collection: 'items',
              id: item.id,
              field: 'ownership',
              value: picked,
            },
          ])
        }
      />
      <label className="flex items-center gap-1.5 text-xs">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={item.ratingKnown}
          onChange={(e) =>
            job.edit(`${item.designation}: rating ${e.target.checked ? 'known' : 'unknown'}`, [
              { kind: 'set', collection: 'items', id: item.id, field: 'ratingKnown', value: e.target.checked },
            ])
          }
        />
        rating known
      </label>
      <label className="flex items-center gap-1.5 text-xs">
        <input
          type="checkbox"
          className="checkbox checkbox-xs"
          checked={!item.inService}
          onChange={(e) =>
            job.edit(`${item.designation}: ${e.target.checked ? 'left in place, dead' : 'in service'}`, [
              { kind: 'set', collection: 'items', id: item.id, field: 'inService', value: !e.target.checked },
            ])
          }
        />
        left in place, dead
      </label>
    </div>
  );
}
