import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { NeedRow } from './NeedRow.tsx';
import { OffersSheet } from './OffersSheet.tsx';
import { PurchasesSheet } from './PurchasesSheet.tsx';

const fetchBuying = () => answer(api.buying.$get());
export type BuyingState = Awaited<ReturnType<typeof fetchBuying>>;
const SHEETS = [
  ['needs', 'What is missing'],
  ['orders', 'Orders'],
  ['offers', 'Offers and prices'],
] as const;

/** What all released jobs need beyond the store and the orders under way, from whom, until when. */
export function BuyingPage() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['buying'], queryFn: fetchBuying });
  const [sheet, setSheet] = useState<(typeof SHEETS)[number][0]>('needs');
  const [all, setAll] = useState(false);
  const data = query.data;
  const order = usePress({
    send: (supplier: string, key) =>
      answer(
        api.buying.purchases.$post(
          {
            json: {
              supplier,
              note: '',
              expectedOn: null,
              lines: (data?.needs ?? []).flatMap((n) => {
                const choice = n.choices[0];
                return choice?.supplier === supplier
                  ? choice.packs.map((p) => ({
                      articleId: n.articleId,
                      packs: p.count,
                      packQuantity: p.offer.packQuantity,
                      packPrice: p.offer.packPrice,
                    }))
                  : [];
              }),
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      setSheet('orders');
      return client.invalidateQueries({ queryKey: ['buying'] });
    },
  });
  const needs = (data?.needs ?? []).filter((n) => all || n.net > 0);
  const suppliers = [...new Set((data?.needs ?? []).flatMap((n) => (n.net > 0 ? (n.choices[0]?.supplier ?? []) : [])))];
  const priceOf = (supplier: string) =>
    (data?.needs ?? []).reduce(
      (s, n) => s + (n.choices[0]?.supplier === supplier ? Math.round(n.choices[0].price * 100) : 0),
      0,
    ) / 100;
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Buying</span>
      </Header>
      <main className="relative min-h-0 flex-1 overflow-auto px-4 pb-6">
        <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 bg-base-200 py-2">
          <h1 className="text-2xl">Buying</h1>
          <div className="flex gap-1" role="tablist" aria-label="Buying">
            {SHEETS.map(([id, title]) => (
              <button
                key={id}
                type="button"
                role="tab"
                aria-selected={sheet === id}
                className={`btn btn-sm ${sheet === id ? 'btn-primary' : ''}`}
                onClick={() => setSheet(id)}
              >
                {title}
              </button>
            ))}
          </div>
          {sheet === 'needs' && (
            <>
              <label className="flex items-center gap-1 text-[13px]">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  checked={all}
                  onChange={(e) => setAll(e.target.checked)}
                />
                what the store covers too
              </label>
              <span className="flex-1" />
              {(['pdf', 'xlsx', 'csv'] as const).map((kind) => (
                <a
                  key={kind}
                  className="btn btn-xs"
                  href={`/api/papers/purchase-list.${kind}`}
                  download={kind !== 'pdf'}
                  target={kind === 'pdf' ? '_blank' : undefined}
                  rel="noreferrer"
                >
                  {kind.toUpperCase()}
                </a>
              ))}
            </>
          )}
        </div>
        {query.error && <Problems problems={problemsIn(query.error)} />}
        {order.error && <Problems problems={problemsIn(order.error)} onDismiss={() => order.reset()} />}
        {!data && !query.error && <p className="dim">Working out what is missing …</p>}
        {data && sheet === 'needs' && (
          <>
            <p className="dim text-[13px]">
              {data.jobs.length === 0
                ? 'No job is released: release one at its Cables station, and its needs show here.'
                : `Released: ${data.jobs.map((j) => `${j.jobNumber} ${j.jobName} (revision ${j.revision})`).join(', ')}.`}
            </p>
            {suppliers.length > 0 && (
              <p className="my-2 flex flex-wrap gap-2">
                {suppliers.map((s) => (
                  <button
                    key={s}
                    type="button"
                    className="btn btn-sm"
                    disabled={order.isPending}
                    onClick={() => order.mutate(s)}
                  >
                    Ordered from {s}: {priceOf(s).toFixed(2)} {data.currency}
                  </button>
                ))}
              </p>
            )}
            {needs.length === 0 && data.jobs.length > 0 && (
              <p className="text-success">Everything the released jobs need lies in the store or is on order.</p>
            )}
            {needs.length > 0 && (
              <table className="table table-sm">
                <thead>
                  <tr>
                    <th>Part</th>
                    <th>For</th>
                    <th className="text-right">Needed</th>
                    <th className="text-right">Spares</th>
                    <th className="text-right">In store</th>
                    <th className="text-right">On order</th>
                    <th className="text-right">To buy</th>
                    <th>How</th>
                    <th className="text-right">Order by</th>
                  </tr>
                </thead>
                <tbody>
                  {needs.map((n) => (
                    <NeedRow key={n.articleId} need={n} jobs={data.jobs} currency={data.currency} />
                  ))}
                </tbody>
              </table>
            )}
          </>
        )}
        {data && sheet === 'orders' && <PurchasesSheet purchases={data.purchases} currency={data.currency} />}
        {data && sheet === 'offers' && <OffersSheet offers={data.offers} needs={data.needs} currency={data.currency} />}
      </main>
    </div>
  );
}
