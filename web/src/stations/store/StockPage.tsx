import { compareNatural } from '@ombrik/core/engine/compareText';
import { quantityText } from '@ombrik/core/stock/articles';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { problemsIn } from '../../app/api.ts';
import { articleColour } from '../../ui/articleColour.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { ScanBox } from '../../ui/ScanBox.tsx';
import { LowLevels } from './LowLevels.tsx';
import { ReceiveForm } from './ReceiveForm.tsx';
import { HeldPattern, ReelDrawing } from './ReelDrawing.tsx';
import { StockCard } from './StockCard.tsx';
import { type StockItem, useStock } from './useStock.ts';

const GROUPS: readonly [StockItem['group'], string][] = [
  ['cable', 'Cable and flat copper'],
  ['shrink', 'Heat-shrink'],
  ['sleeve', 'Sleeve'],
  ['end', 'Lugs, ferrules, terminals'],
  ['fuse', 'Fuse links'],
  ['device', 'Devices'],
  ['sheet', 'Sheets and offcuts'],
];
/** The store: reels and remnants with what is left, bins with their counts, and one thing opened beside them. */
export function StockPage() {
  const query = useStock();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [asked, setAsked] = useState('');
  const [receiving, setReceiving] = useState(false);
  const [counting, setCounting] = useState(false);
  const stock = query.data?.stock ?? [];
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = stock.filter((s) =>
    words.every((w) => `${s.number} ${s.name} ${s.bin} ${s.articleId}`.toLowerCase().includes(w)),
  );
  const chosen = stock.find((s) => s.id === search.get('item')) ?? null;
  const choose = (id: string) => setSearch({ item: id }, { replace: true });
  return (
    <div className="flex h-full flex-col">
      <HeldPattern />
      <Header>
        <span>Store</span>
      </Header>
      <main className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px] xl:grid-cols-[minmax(0,1fr)_400px]">
        <div className="relative overflow-auto px-4 pb-6">
          <div className="sticky top-0 z-10 flex flex-wrap items-center gap-3 bg-base-200 py-2">
            <h1 className="text-2xl">Store</h1>
            <ScanBox onFound={(f) => (f.stockId ? choose(f.stockId) : navigate(f.path))} />
            <input
              className="input input-sm w-56"
              aria-label="Look for"
              placeholder="name, number or place"
              value={asked}
              onChange={(e) => setAsked(e.target.value)}
            />
            <label className="flex items-center gap-1 text-[13px]">
              <input
                type="checkbox"
                className="toggle toggle-sm"
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
          {GROUPS.map(([group, title]) => {
            const own = shown
              .filter((s) => s.group === group)
              .sort((a, b) => compareNatural(a.name, b.name) || a.number - b.number);
            if (own.length === 0) return null;
            return (
              <section key={group}>
                <h2 className="mt-2 text-lg">{title}</h2>
                <ul>
                  {own.map((s) => (
                    <li key={s.id} className="perforated">
                      <button
                        type="button"
                        aria-label={`No. ${s.number}, ${s.name}, ${quantityText(s, s.onHand)}`}
                        className={`grid min-h-[36px] w-full grid-cols-[44px_minmax(0,1fr)_122px_92px_84px] xl:grid-cols-[52px_minmax(0,1fr)_128px_100px_110px] items-center gap-2 text-left ${s.id === chosen?.id ? 'bg-base-300' : ''}`}
                        onClick={() => choose(s.id)}
                      >
                        <span className="num dim">{s.number}</span>
                        <span className="leading-tight">
                          {s.name}
                          {s.widthMm !== null && ` (offcut ${s.widthMm} × ${s.heightMm})`}
                        </span>
                        <span>{s.unit === 'mm' && <ReelDrawing item={s} fill={articleColour(s.articleId)} />}</span>
                        <span className="num text-right leading-tight">
                          {quantityText(s, s.onHand)}
                          {s.reserved > 0 && (
                            <span className="dim block text-xs">{quantityText(s, s.reserved)} held</span>
                          )}
                        </span>
                        <span className="truncate text-[13px]">{s.bin}</span>
                      </button>
                    </li>
                  ))}
                </ul>
              </section>
            );
          })}
        </div>
        <aside className="relative overflow-auto border-l border-base-300 bg-base-100">
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
