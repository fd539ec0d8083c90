import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { Header } from '../../ui/Header.tsx';
import { LooksOn } from '../../ui/LooksOn.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { NeedsSheet } from './NeedsSheet.tsx';
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
  const query = useQuery({ queryKey: ['buying'], queryFn: fetchBuying });
  const [sheet, setSheet] = useState<(typeof SHEETS)[number][0]>('needs');
  const [all, setAll] = useState(false);
  /** An article whose price is to be typed. */
  const [priced, setPriced] = useState('');
  const data = query.data;
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Buying</span>
      </Header>
      <LooksOn route="POST /api/buying/purchases" />
      <main className="relative min-h-0 flex-1 overflow-auto px-4 pb-6">
        <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 bg-base-200 py-2">
          <h1 className="text-2xl">Buying</h1>
          <OneOf as="tabs" label="Buying" value={sheet} options={SHEETS} onPick={setSheet} />
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
        {data && query.error && <Problems problems={problemsIn(query.error)} />}
        {!data && <Held of={query} stops={['buying']} what="Working out what is missing" className="" />}
        {data && sheet === 'needs' && (
          <NeedsSheet
            data={data}
            all={all}
            onOrdered={() => setSheet('orders')}
            onPrice={(articleId) => {
              setPriced(articleId);
              setSheet('offers');
            }}
          />
        )}
        {data && sheet === 'orders' && <PurchasesSheet purchases={data.purchases} currency={data.currency} />}
        {data && sheet === 'offers' && (
          <OffersSheet offers={data.offers} needs={data.needs} currency={data.currency} articleId={priced} />
        )}
      </main>
    </div>
  );
}
