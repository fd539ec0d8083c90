import type { QuoteExtra } from '@ombrik/core/document/extra/quoteExtra';
import { QUOTE_EXTRA_FIELDS } from '@ombrik/core/document/extra/quoteExtraSchema';
import { newId } from '@ombrik/core/document/newId';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';

const NUMBERS = [
  { field: 'quantity', title: 'Quantity', unit: '', width: 'min-w-20' },
  { field: 'priceEach', title: 'Each', unit: '', width: 'min-w-24' },
  { field: 'hours', title: 'Hours', unit: 'h', width: 'min-w-24' },
] as const;

/** Lines no part stands for: an adapter, a program, hours of setting up. */
export function QuoteExtras() {
  const job = useJob();
  const set = <F extends Exclude<keyof QuoteExtra, 'id'>>(x: QuoteExtra, field: F, value: QuoteExtra[F]) =>
    job.edit(`Quote line: ${x.text}`, [{ kind: 'set', collection: 'extras', id: x.id, field, value } as never]);
  const add = () =>
    job.edit('Add a quote line', [
      {
        kind: 'add',
        collection: 'extras',
        value: {
          id: newId('qx'),
          kind: 'tool',
          text: 'Adapter and program for the charge profile',
          quantity: 1,
          priceEach: 0,
          hours: 1,
        },
        index: null,
      },
    ]);
  const columns: DataColumn<QuoteExtra>[] = [
    {
      title: 'Kind',
      cell: (x) => (
        <PickField
          label={`Kind of ${x.text}`}
          hideLabel
          className="min-w-24"
          value={x.kind}
          options={[
            ['tool', 'tool'],
            ['work', 'work'],
            ['charge', 'charge'],
          ]}
          onPick={(picked) => set(x, 'kind', picked)}
        />
      ),
    },
    {
      title: 'What',
      className: 'w-1/2',
      cell: (x) => (
        <TextField
          label={`Text of ${x.text}`}
          hideLabel
          value={x.text}
          max={200}
          required
          onCommit={(v) => set(x, 'text', v)}
        />
      ),
    },
    ...NUMBERS.map(
      ({ field, title, unit, width }): DataColumn<QuoteExtra> => ({
        title,
        className: width,
        cell: (x) => (
          <NumberField
            {...QUOTE_EXTRA_FIELDS[field]}
            label={`${title === 'Each' ? 'Price' : title} of ${x.text}`}
            hideLabel
            value={x[field]}
            unit={unit}
            onCommit={(v) => set(x, field, v)}
          />
        ),
      }),
    ),
    {
      title: '',
      cell: (x) => (
        <button
          type="button"
          className="btn btn-ghost btn-xs"
          onClick={() =>
            job.edit(`Remove ${x.text}`.slice(0, 120), [{ kind: 'remove', collection: 'extras', id: x.id }])
          }
        >
          Remove
        </button>
      ),
    },
  ];
  return (
    <section className="mt-5" aria-label="Set-up tools and hours">
      <div className="flex items-center">
        <h2 className="mr-auto text-lg">Set-up tools, hours and charges</h2>
        <button type="button" className="btn btn-sm" onClick={add}>
          Add a line
        </button>
      </div>
      {job.board.extras.length === 0 ? (
        <p className="dim">None. Chargers and monitors may need an adapter, a program and hours before bench day.</p>
      ) : (
        <DataTable columns={columns} rows={job.board.extras} keyOf={(x) => x.id} label="Lines no part stands for" />
      )}
    </section>
  );
}
