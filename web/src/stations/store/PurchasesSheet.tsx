import { quantityText } from '@ombrik/core/stock/articles';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { dayWords } from '../../told/days.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import type { BuyingState } from './BuyingPage.tsx';

type Purchase = BuyingState['purchases'][number];
type Line = Purchase['lines'][number];

const fieldsOf = (line: Line) =>
  ({
    quantity: {
      kind: 'number',
      label: `Received of ${line.name}`,
      hideLabel: true,
      min: 1,
      max: 10_000_000,
      whole: true,
      ...(line.unit === 'mm' ? { unit: 'm', scale: 1000 } : { unit: 'pcs' }),
    },
    bin: { kind: 'text', label: `Place of ${line.name}`, hideLabel: true, max: 40, required: true },
  }) as const;

/** What has come of a line, all at once or bit by bit; or that the rest will not come. */
function ReceiveLine({ purchase, line }: { purchase: Purchase; line: Line }) {
  const client = useQueryClient();
  const scale = line.unit === 'mm' ? 1000 : 1;
  const form = useFieldForm(fieldsOf(line), { quantity: String(line.open / scale), bin: 'goods in' });
  const refresh = () =>
    Promise.all(['buying', 'stock', 'cutting'].map((k) => client.invalidateQueries({ queryKey: [k] })));
  const routes = api.buying.purchases[':id'].lines[':line{[0-9]+}'];
  const param = { id: purchase.id, line: String(line.line) } as never;
  const receive = usePress({
    route: 'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/receive',
    send: (wish: { quantity: number; bin: string }, key) =>
      answer(routes.receive.$post({ param, json: { ...wish, note: '', key } }, keyed(key))),
    onSuccess: refresh,
  });
  const giveUp = usePress({
    route: 'POST /api/buying/purchases/:id/lines/:line{[0-9]+}/give-up',
    send: (_: undefined, key) => answer(routes['give-up'].$post({ param }, keyed(key))),
    onSuccess: refresh,
  });
  return (
    <>
      <form
        className="flex flex-wrap items-start gap-1"
        onSubmit={form.submit((values) => receive.mutate(values))}
        noValidate
      >
        <FormField of={form} name="quantity" className="w-28" />
        <FormField of={form} name="bin" className="w-28" />
        <button type="submit" className="btn btn-sm btn-primary" {...standing(receive)}>
          Received
        </button>
        <button type="button" className="btn btn-xs" {...standing(giveUp)} onClick={() => giveUp.mutate()}>
          The rest will not come
        </button>
      </form>
      {receive.error && <Problems problems={problemsIn(receive.error)} onDismiss={() => receive.reset()} />}
    </>
  );
}

function openText(line: Line): string {
  if (line.open > 0) return quantityText(line, line.open);
  return line.givenUp > 0 ? `${quantityText(line, line.givenUp)} given up` : 'all there';
}
const columnsOf = (purchase: Purchase, currency: string): DataColumn<Line>[] => [
  { title: 'Part', cell: (l) => l.name },
  {
    title: 'Ordered',
    right: true,
    className: 'num',
    cell: (l) => `${l.packs} × ${quantityText(l, l.packQuantity)}`,
  },
  { title: currency, right: true, className: 'num', cell: (l) => (l.packs * l.packPrice).toFixed(2) },
  { title: 'Received', right: true, className: 'num', cell: (l) => quantityText(l, l.received) },
  { title: 'Still to come', right: true, className: 'num', cell: openText },
  { title: '', cell: (l) => l.open > 0 && <ReceiveLine key={l.received} purchase={purchase} line={l} /> },
];

/** Orders with what has come of each line; a part of a line can come alone. */
export function PurchasesSheet({ purchases, currency }: { purchases: readonly Purchase[]; currency: string }) {
  if (purchases.length === 0)
    return <p className="dim">Nothing is on order. “What is missing” makes an order of it.</p>;
  return (
    <>
      {purchases.map((p) => (
        <section key={p.id} className="perforated mt-2 pt-2" aria-label={`Order ${p.number}`}>
          <h2 className="flex flex-wrap items-baseline gap-x-3 text-lg">
            <span className="num">{p.number}</span> {p.supplier}
            <span className="dim text-[13px]">
              {p.personName}, {dayWords(p.orderedAt)} · {p.total.toFixed(2)} {currency}
              {p.lines.every((l) => l.open === 0) ? ' · all there' : ''}
            </span>
          </h2>
          <DataTable
            label={`Lines of order ${p.number}`}
            columns={columnsOf(p, currency)}
            rows={p.lines}
            keyOf={(l) => l.line}
          />
        </section>
      ))}
    </>
  );
}
