import { useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { problemsIn } from '../../app/api.ts';
import { having } from '../../app/usePlaceInAddress.ts';
import { Header } from '../../ui/Header.tsx';
import { LooksOn } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { ScanBox } from '../../ui/ScanBox.tsx';
import { LowLevels } from './LowLevels.tsx';
import { ReceiveForm } from './ReceiveForm.tsx';
import { HeldPattern } from './ReelDrawing.tsx';
import { StockCard } from './StockCard.tsx';
import { fitting, StockTable } from './StockTable.tsx';
import { useStock } from './useStock.ts';

/** The store: reels and remnants with what is left, bins with their counts, and one thing opened beside them. */
export function StockPage() {
  const query = useStock();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [receiving, setReceiving] = useState(false);
  const [counting, setCounting] = useState(false);
  const stock = query.data?.stock ?? [];
  const scroll = useRef<HTMLDivElement>(null);
  const chosen = stock.find((s) => s.id === search.get('item')) ?? null;
  // What is looked for stands in the address beside what is chosen.
  const asked = search.get('words') ?? '';
  const say = (name: 'item' | 'words', value: string) =>
    setSearch((was) => having(was, name, value || null), { replace: true });
  const choose = (id: string) => say('item', id);
  return (
    <div className="flex h-full flex-col">
      <HeldPattern />
      <Header>
        <span>Store</span>
      </Header>
      <LooksOn route="POST /api/stock/receive" />
      <main className="grid min-h-0 flex-1 grid-cols-1 grid-rows-[minmax(0,1fr)_auto] md:grid-cols-[minmax(0,1fr)_320px] md:grid-rows-1 xl:grid-cols-[minmax(0,1fr)_400px]">
        <div ref={scroll} className="relative overflow-auto px-4 pb-6">
          <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 bg-base-200 py-2">
            <h1 className="text-2xl">Store</h1>
            <ScanBox onFound={(f) => (f.stockId ? choose(f.stockId) : navigate(f.path))} />
            <input
              className="input input-sm w-56"
              aria-label="Look for"
              placeholder="name, number or place"
              value={asked}
              onChange={(e) => say('words', e.target.value)}
            />
            <label className="flex items-center gap-1 text-[13px]">
              <input
                type="checkbox"
                className="checkbox checkbox-sm"
                checked={counting}
                onChange={(e) => setCounting(e.target.checked)}
              />
              stocktake
            </label>
            <button type="button" className="btn btn-primary btn-sm" onClick={() => setReceiving(true)}>
              Receive …
            </button>
            <a className="btn btn-sm" href="/api/papers/stock-labels.pdf" target="_blank" rel="noreferrer">
              Stickers, PDF
            </a>
          </div>
          {query.error && <Problems problems={problemsIn(query.error)} />}
          {counting && (
            <p className="border-l-4 border-primary pl-2 text-[13px]">
              Scan a sticker, type what is there, press Enter; scan the next. What differs becomes a record, nothing is
              overwritten.
            </p>
          )}
          <LowLevels levels={query.data?.levels ?? []} />
          {query.data && stock.length === 0 && (
            <p className="dim">The store is empty. “Receive” puts the first reel in.</p>
          )}
          <StockTable stock={fitting(stock, asked)} chosenId={chosen?.id ?? null} choose={choose} scroll={scroll} />
        </div>
        <aside className="relative overflow-auto border-base-300 bg-base-100 max-md:max-h-[55dvh] max-md:border-t md:border-l">
          {receiving && (
            <div className="p-3">
              <ReceiveForm onDone={() => setReceiving(false)} />
            </div>
          )}
          {chosen ? (
            <StockCard
              key={`${chosen.id}${counting}`}
              item={chosen}
              counting={counting}
              onCounted={() => document.getElementById('scan')?.focus()}
            />
          ) : (
            !receiving && <p className="dim p-4">Choose something, or scan its sticker.</p>
          )}
        </aside>
      </main>
    </div>
  );
}
