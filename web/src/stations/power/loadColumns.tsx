import { inPercent } from '@ombrik/core/document/fields';
import type { Item } from '@ombrik/core/document/item/item';
import { LOAD_FIELDS } from '@ombrik/core/document/item/itemFields';
import { drawShareOf, hoursPerDayOf } from '@ombrik/core/document/item/usage';
import type { EnergyRow } from '@ombrik/core/stages/demand/energy';
import { Askable } from '../../ui/Askable.tsx';
import { ampHours } from '../../ui/format.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import type { DataColumn } from '../../ui/table/DataTable.tsx';
import { DayStrip } from './DayStrip.tsx';
import type { Load, LoadEdits } from './useLoadEdits.ts';

export const nameOfLoad = (item: Item) => item.name || item.designation;

function Rating({ of, edits }: { of: Load; edits: LoadEdits }) {
  const { rating } = of.load;
  const name = nameOfLoad(of.item);
  return rating.kind === 'watts' ? (
    <NumberField
      {...LOAD_FIELDS.powerW}
      label={`Watts of ${name}`}
      hideLabel
      value={rating.powerW}
      unit="W"
      onCommit={(powerW) => edits.set(of, { rating: { kind: 'watts', powerW } }, 'watts')}
    />
  ) : (
    <NumberField
      {...LOAD_FIELDS.currentA}
      label={`Amps of ${name}`}
      hideLabel
      value={rating.currentA}
      unit="A"
      onCommit={(currentA) => edits.set(of, { rating: { kind: 'amps', currentA } }, 'amps')}
    />
  );
}

/** What it is and how much it takes. */
const whatColumns = (edits: LoadEdits): DataColumn<Load>[] => [
  { title: 'Designation', head: '', className: 'num pt-3 text-xs', cell: ({ item }) => item.designation },
  {
    title: 'What',
    className: 'min-w-36',
    cell: ({ item }) => (
      <>
        <TextField
          label={`Name of ${item.designation}`}
          hideLabel
          value={item.name}
          max={80}
          onCommit={(v) => edits.rename(item, v)}
        />
        {edits.refused.has(item.id) && <span className="text-xs text-error">{edits.refused.get(item.id)}</span>}
      </>
    ),
  },
  { title: 'Rating', className: 'w-24 min-w-24', cell: (of) => <Rating of={of} edits={edits} /> },
  {
    title: 'Side',
    cell: (of) => (
      <PickField
        label={`Side of ${nameOfLoad(of.item)}`}
        hideLabel
        className="min-w-[84px]"
        value={of.load.side}
        options={[
          ['dc', 'd.c.'],
          ['mains', 'mains', of.load.rating.kind === 'amps'],
        ]}
        onPick={(picked) => edits.set(of, { side: picked }, 'side')}
      />
    ),
  },
  {
    title: 'Essential',
    note: 'Kept running longest when the bank runs low; the others are shed first',
    className: 'pt-3 text-center',
    cell: (of) => (
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        aria-label={`${nameOfLoad(of.item)} is essential`}
        checked={of.load.essential}
        onChange={(e) => edits.set(of, { essential: e.target.checked }, 'essential')}
      />
    ),
  },
];

/** When it runs. */
const whenColumns = (edits: LoadEdits): DataColumn<Load>[] => [
  {
    title: 'Hours of the day',
    head: (
      <span className="grid grid-cols-4 text-left text-xs font-normal">
        <span>0:00</span>
        <span>6:00</span>
        <span>12:00</span>
        <span>18:00</span>
      </span>
    ),
    className: 'w-[30%] min-w-64',
    cell: (of) => (
      <DayStrip
        label={nameOfLoad(of.item)}
        usage={of.load.usage}
        onPaint={(hours) => edits.set(of, { usage: { kind: 'painted', hours } }, 'hours')}
      />
    ),
  },
  {
    title: 'A day',
    className: 'w-20 min-w-20',
    cell: (of) => (
      <NumberField
        {...LOAD_FIELDS.hoursPerDay}
        label={`Hours a day of ${nameOfLoad(of.item)}`}
        hideLabel
        value={hoursPerDayOf(of.load)}
        unit="h"
        onCommit={(hoursPerDay) => edits.set(of, { usage: { kind: 'perDay', hoursPerDay } }, 'hours')}
      />
    ),
  },
  {
    title: 'Duty',
    className: 'w-20 min-w-20',
    cell: (of) => (
      <NumberField
        {...inPercent(LOAD_FIELDS.dutyShare)}
        label={`Duty of ${nameOfLoad(of.item)}`}
        hideLabel
        // Of what runs for seconds the seconds say it.
        disabled={of.load.shortTime !== null}
        value={Math.round(drawShareOf(of.load) * 1000) / 10}
        unit="%"
        onCommit={(v) => edits.set(of, { dutyShare: v / 100 }, 'duty')}
      />
    ),
  },
];

/** Columns of the load list: what it is on the left, when it runs on the right, what it comes to at the end. */
export const loadColumns = (
  edits: LoadEdits,
  energy: ReadonlyMap<string, EnergyRow>,
  rows: { isOpen: (id: string) => boolean; toggle: (id: string) => void },
): DataColumn<Load>[] => [
  ...whatColumns(edits),
  ...whenColumns(edits),
  {
    title: 'Charge',
    right: true,
    className: 'pt-2.5',
    cell: ({ item }) => {
      const row = energy.get(item.id);
      return row && <Askable address={`load/${item.id}/dailyAh`}>{ampHours(row.dailyAh)}</Askable>;
    },
  },
  {
    title: 'More',
    head: '',
    className: 'pt-1.5 whitespace-nowrap',
    cell: ({ item }) => (
      <button
        type="button"
        className="btn btn-ghost btn-xs"
        aria-expanded={rows.isOpen(item.id)}
        aria-label={`More about ${nameOfLoad(item)}`}
        onClick={() => rows.toggle(item.id)}
      >
        {rows.isOpen(item.id) ? 'less' : 'more'}
      </button>
    ),
  },
];
