import { quantityText } from '@ombrik/core/stock/articles';
import { useQueryClient } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Problems } from '../../ui/Problems.tsx';
import type { BuyingState } from './BuyingPage.tsx';

type Purchase = BuyingState['purchases'][number];
type Line = Purchase['lines'][number];

function LineRow({ purchase, line }: { purchase: Purchase; line: Line }) {
  const client = useQueryClient();
  const isLength = line.unit === 'mm';
  const scale = isLength ? 1000 : 1;
  const [text, setText] = useState(String(line.open / scale));
  const [bin, setBin] = useState('goods in');
  const refresh = () =>
    Promise.all(['buying', 'stock', 'cutting'].map((k) => client.invalidateQueries({ queryKey: [k] })));
  const param = { id: purchase.id, line: String(line.line) };
  const receive = usePress({
    send: (quantity: number, key) =>
      answer(
        api.buying.purchases[':id'].lines[':line{[0-9]+}'].receive.$post(
          {
            param: param as never,
            json: { quantity, bin, note: '', key },
          },
          keyed(key),
        ),
      ),
    onSuccess: refresh,
  });
  const giveUp = usePress({
    send: (_: undefined, key) =>
      answer(
        api.buying.purchases[':id'].lines[':line{[0-9]+}']['give-up'].$post({ param: param as never }, keyed(key)),
      ),
    onSuccess: refresh,
  });
  const quantity = Math.round(Number(text.replace(',', '.')) * scale);
  const bad = !Number.isInteger(quantity) || quantity < 1;
  return (
    <tr>
      <td>{line.name}</td>
      <td className="num text-right">
        {line.packs} × {quantityText(line, line.packQuantity)}
      </td>
      <td className="num text-right">{(line.packs * line.packPrice).toFixed(2)}</td>
      <td className="num text-right">{quantityText(line, line.received)}</td>
      <td className="num text-right">
        {line.open > 0
          ? quantityText(line, line.open)
          : line.givenUp > 0
            ? `${quantityText(line, line.givenUp)} given up`
            : 'all there'}
      </td>
      <td>
        {line.open > 0 && (
          <span className="flex flex-wrap items-center gap-1">
            <span className="input input-sm w-28">
              <input
                className="num min-w-0 text-right"
                aria-label={`Received of ${line.name}`}
                value={text}
                onChange={(e) => setText(e.target.value)}
              />
              <span className="dim text-xs">{isLength ? 'm' : 'pcs'}</span>
            </span>
            <input
              className="input input-sm w-28"
              aria-label={`Place of ${line.name}`}
              maxLength={40}
              value={bin}
              onChange={(e) => setBin(e.target.value)}
            />
            <button
              type="button"
              className="btn btn-sm btn-primary"
              disabled={bad || bin.trim() === '' || receive.isPending}
              onClick={() => receive.mutate(quantity)}
            >
              Received
            </button>
            <button type="button" className="btn btn-xs" disabled={giveUp.isPending} onClick={() => giveUp.mutate()}>
              The rest will not come
            </button>
          </span>
        )}
        {receive.error && <Problems problems={problemsIn(receive.error)} onDismiss={() => receive.reset()} />}
      </td>
    </tr>
  );
}

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
              {p.personName}, {format(parseISO(p.orderedAt), 'd MMM')} · {p.total.toFixed(2)} {currency}
              {p.lines.every((l) => l.open === 0) ? ' · all there' : ''}
            </span>
          </h2>
          <table className="table table-sm">
            <thead>
              <tr>
                <th>Part</th>
                <th className="text-right">Ordered</th>
                <th className="text-right">{currency}</th>
                <th className="text-right">Received</th>
                <th className="text-right">Still to come</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {p.lines.map((l) => (
                <LineRow key={`${l.line} ${l.received}`} purchase={p} line={l} />
              ))}
            </tbody>
          </table>
        </section>
      ))}
    </>
  );
}
