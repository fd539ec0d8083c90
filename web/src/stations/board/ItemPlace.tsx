import type { Item, Place } from '@ombrik/core/document/item/item';
import { FEED_FIELDS, ITEM_FIELDS } from '@ombrik/core/document/item/itemFields';
import { duplicateItem } from '@ombrik/core/document/item/items';
import { POINT_FIELD } from '@ombrik/core/document/panel/panelFields';
import type { Part } from '@ombrik/core/document/part/part';
import { moveItem } from '@ombrik/core/layout/moveItem';
import { useJob } from '../../session/useJob.ts';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { TakeOff } from './TakeOff.tsx';
import { useLayOf } from './useCableWidths.ts';

/** Puts a part elsewhere, with its cables laid anew. */
function usePlace(item: Item) {
  const job = useJob();
  const layOf = useLayOf();
  return (p: Place, what: string) =>
    job.edit(`${what} ${item.designation}`, moveItem(job.board, job.parts, item.id, p, layOf, true));
}

/** Where a part is, in numbers; off the board, in words. */
export function ItemPlace({ item }: { item: Item }) {
  const job = useJob();
  const place = usePlace(item);
  const { place: at } = item;
  return (
    <>
      {at.kind === 'panel' ? (
        <div className="mt-1 grid grid-cols-2 gap-1">
          <NumberField
            {...POINT_FIELD}
            label="x"
            hideLabel
            value={at.xMm}
            unit="mm x"
            onCommit={(xMm) => place({ ...at, xMm }, 'Move')}
          />
          <NumberField
            {...POINT_FIELD}
            label="y"
            hideLabel
            value={at.yMm}
            unit="mm y"
            onCommit={(yMm) => place({ ...at, yMm }, 'Move')}
          />
          <NumberField
            {...ITEM_FIELDS.standOffMm}
            hideLabel
            value={item.standOffMm}
            unit="mm spacers"
            onCommit={(standOffMm) =>
              job.edit(`${item.designation}: spacers`, [
                { kind: 'set', collection: 'items', id: item.id, field: 'standOffMm', value: standOffMm },
              ])
            }
          />
        </div>
      ) : (
        <TextField
          className="mt-1"
          label="Where it is, off the board"
          value={at.kind === 'location' ? at.location : ''}
          max={80}
          required
          onCommit={(location) => place({ kind: 'location', location }, 'Locate')}
        />
      )}
    </>
  );
}

/** Turns a part, holds it, takes it off, doubles or deletes it. */
export function ItemButtons({ item, part }: { item: Item; part: Part }) {
  const job = useJob();
  const place = usePlace(item);
  const { place: at } = item;
  return (
    <div className="mt-1 flex flex-wrap gap-1">
      {at.kind === 'panel' && (
        <>
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => place({ ...at, rotationDeg: ((at.rotationDeg + 90) % 360) as 0 }, 'Turn')}
          >
            Turn (R)
          </button>
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => place({ ...at, face: at.face === 'front' ? 'back' : 'front' }, 'Turn over')}
          >
            {at.face === 'front' ? 'To the back (F)' : 'To the front (F)'}
          </button>
          <button
            type="button"
            className="btn btn-xs"
            aria-pressed={item.held}
            onClick={() =>
              job.edit(`${item.held ? 'Let go' : 'Hold'} ${item.designation}`, [
                { kind: 'set', collection: 'items', id: item.id, field: 'held', value: !item.held },
              ])
            }
          >
            {item.held ? 'Let go (H)' : 'Hold (H)'}
          </button>
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => place({ kind: 'location', location: 'off the board' }, 'Take off the board')}
          >
            Off the board
          </button>
        </>
      )}
      <button
        type="button"
        className="btn btn-xs"
        onClick={() => {
          const copy = duplicateItem(job.board, item, part);
          if (
            job.edit(`Duplicate ${item.designation}`, [{ kind: 'add', collection: 'items', value: copy, index: null }])
          )
            job.select({ kind: 'item', id: copy.id });
        }}
      >
        Duplicate
      </button>
      <TakeOff item={item} />
    </div>
  );
}

/** Voltages of what feeds from outside the board. */
export function FeedVoltages({ item, feed }: { item: Item; feed: NonNullable<Item['feed']> }) {
  const job = useJob();
  const set = (change: Partial<typeof feed>, what: string) =>
    job.edit(`${item.designation}: ${what}`, [
      { kind: 'set', collection: 'items', id: item.id, field: 'feed', value: { ...feed, ...change } },
    ]);
  return (
    <div className="mt-1 grid grid-cols-2 gap-1">
      <NumberField
        {...FEED_FIELDS.restingVoltageV}
        value={feed.restingVoltageV}
        onCommit={(restingVoltageV) => set({ restingVoltageV }, 'resting voltage')}
      />
      <NumberField
        {...FEED_FIELDS.lowestVoltageV}
        value={feed.lowestVoltageV}
        onCommit={(lowestVoltageV) => set({ lowestVoltageV }, 'lowest voltage')}
      />
    </div>
  );
}
