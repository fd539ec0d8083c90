import { unpricedLines } from '@ombrik/core/stock/netNeeds';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { useOpenRows } from '../../ui/table/useOpenRows.ts';
import type { BuyingState } from './BuyingPage.tsx';
import { NeedChoices, needColumns, packsText } from './NeedRow.tsx';

type Need = BuyingState['needs'][number];

const linesFrom = (supplier: string, needs: readonly Need[]) =>
  needs.flatMap((n) => {
    const choice = n.choices[0];
    if (choice?.supplier !== supplier) return [];
    return choice.packs.map(({ count, offer }) => ({
      articleId: n.articleId,
      packs: count,
      packQuantity: offer.packQuantity,
      packPrice: offer.packPrice,
    }));
  });

/** What the order to a supplier comes to, as the sum of the prices shown. */
export function sumFrom(supplier: string, needs: readonly Pick<Need, 'choices'>[]): number {
  const cents = needs
    .filter((n) => n.choices[0]?.supplier === supplier)
    .reduce((sum, n) => sum + Math.round(n.choices[0]!.price * 100), 0);
  return cents / 100;
}

/** What an order would say, before it is written down. */
function OrderToWrite({
  supplier,
  needs,
  currency,
  busy,
  onWrite,
  onLeave,
}: {
  supplier: string;
  needs: readonly Need[];
  currency: string;
  busy: boolean;
  onWrite: () => void;
  onLeave: () => void;
}) {
  const own = needs.filter((n) => n.choices[0]?.supplier === supplier);
  return (
    <section aria-label={`Order from ${supplier}`} className="my-2 border-l-4 border-primary bg-base-100 p-3">
      <h2 className="text-lg">
        {supplier}: {own.length} {own.length === 1 ? 'part' : 'parts'} for {sumFrom(supplier, needs).toFixed(2)}{' '}
        {currency}
      </h2>
      <ul className="columns-2 text-[13px]">
        {own.map((n) => (
          <li key={n.articleId}>
            {packsText(n, n.choices[0]!)} {n.name}
          </li>
        ))}
      </ul>
      <p className="dim my-1 text-[13px]">
        Ombrik sends nothing: ring or write to them, then write it down here, and all of it counts as on its way.
      </p>
      <div className="flex gap-2">
        <button type="button" className="btn btn-primary btn-sm" disabled={busy} onClick={onWrite}>
          It is ordered
        </button>
        <button type="button" className="btn btn-sm" onClick={onLeave}>
          Not yet
        </button>
      </div>
    </section>
  );
}

/** A press a supplier: everything that is best bought there, looked over and then written down as one order. */
function OrderPresses({ data, onOrdered }: { data: BuyingState; onOrdered: () => void }) {
  const client = useQueryClient();
  const [asked, ask] = useState<string | null>(null);
  const order = usePress({
    route: 'POST /api/buying/purchases',
    send: (supplier: string, key) =>
      answer(
        api.buying.purchases.$post(
          { json: { supplier, note: '', expectedOn: null, lines: linesFrom(supplier, data.needs) } },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      onOrdered();
      return client.invalidateQueries({ queryKey: ['buying'] });
    },
  });
  const suppliers = [...new Set(data.needs.flatMap((n) => (n.net > 0 ? (n.choices[0]?.supplier ?? []) : [])))];
  const unpriced = unpricedLines(data.needs).length;
  const sum = suppliers.reduce((cents, s) => cents + Math.round(sumFrom(s, data.needs) * 100), 0) / 100;
  return (
    <>
      {order.error && <Problems problems={problemsIn(order.error)} onDismiss={() => order.reset()} />}
      {suppliers.length > 0 && (
        <p className="my-2 flex flex-wrap items-center gap-2">
          {suppliers.map((s) => (
            <button
              key={s}
              type="button"
              className="btn btn-sm"
              aria-expanded={asked === s}
              onClick={() => ask(asked === s ? null : s)}
            >
              Order from {s} …
            </button>
          ))}
        </p>
      )}
      {asked && suppliers.includes(asked) && (
        <OrderToWrite
          supplier={asked}
          needs={data.needs}
          currency={data.currency}
          busy={order.isPending}
          onWrite={() => order.mutate(asked)}
          onLeave={() => ask(null)}
        />
      )}
      {suppliers.length + unpriced > 0 && (
        <p className="mb-2">
          All suppliers: <b className="num">{sum.toFixed(2)}</b> {data.currency}
          {unpriced > 0 && (
            <span className="text-warning">
              , not the whole: {unpriced} {unpriced === 1 ? 'part has' : 'parts have'} no offer yet
            </span>
          )}
        </p>
      )}
    </>
  );
}

/** What the released jobs need beyond the store and the orders under way. */
export function NeedsSheet({
  data,
  all,
  onOrdered,
  onPrice,
}: {
  data: BuyingState;
  all: boolean;
  onOrdered: () => void;
  /** Where a price of an article is typed. */
  onPrice: (articleId: string) => void;
}) {
  const rows = useOpenRows();
  const needs = data.needs.filter((n) => all || n.net > 0);
  return (
    <>
      <p className="dim text-[13px]">
        {data.jobs.length === 0
          ? 'No job is released: release one at its Cables station, and its needs show here.'
          : `Released: ${data.jobs.map((j) => `${j.jobNumber} ${j.jobName} (revision ${j.revision})`).join(', ')}.`}
      </p>
      <OrderPresses data={data} onOrdered={onOrdered} />
      {needs.length === 0 && data.jobs.length > 0 && (
        <p className="text-success">Everything the released jobs need lies in the store or is on order.</p>
      )}
      {needs.length > 0 && (
        <DataTable
          label="What is missing"
          columns={needColumns({ ...rows, price: onPrice })}
          rows={needs}
          keyOf={(n) => n.articleId}
          under={(n) => rows.isOpen(n.articleId) && <NeedChoices need={n} jobs={data.jobs} currency={data.currency} />}
        />
      )}
    </>
  );
}
