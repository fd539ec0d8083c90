import { useQueryClient } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { useOpenRows } from '../../ui/table/useOpenRows.ts';
import type { BuyingState } from './BuyingPage.tsx';
import { NeedChoices, needColumns } from './NeedRow.tsx';

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

/** One press a supplier: everything that is best bought there becomes an order. */
function OrderPresses({ data, onOrdered }: { data: BuyingState; onOrdered: () => void }) {
  const client = useQueryClient();
  const order = usePress({
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
  const suppliers = new Set(data.needs.flatMap((n) => (n.net > 0 ? (n.choices[0]?.supplier ?? []) : [])));
  return (
    <>
      {order.error && <Problems problems={problemsIn(order.error)} onDismiss={() => order.reset()} />}
      {suppliers.size > 0 && (
        <p className="my-2 flex flex-wrap gap-2">
          {[...suppliers].map((s) => (
            <button
              key={s}
              type="button"
              className="btn btn-sm"
              disabled={order.isPending}
              onClick={() => order.mutate(s)}
            >
              Ordered from {s}: {sumFrom(s, data.needs).toFixed(2)} {data.currency}
            </button>
          ))}
        </p>
      )}
    </>
  );
}

/** What the released jobs need beyond the store and the orders under way. */
export function NeedsSheet({ data, all, onOrdered }: { data: BuyingState; all: boolean; onOrdered: () => void }) {
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
          columns={needColumns(rows)}
          rows={needs}
          keyOf={(n) => n.articleId}
          under={(n) => rows.isOpen(n.articleId) && <NeedChoices need={n} jobs={data.jobs} currency={data.currency} />}
        />
      )}
    </>
  );
}
