import { quantityText } from '@ombrik/core/stock/articles';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { Problems } from '../../ui/Problems.tsx';
import { type StockList, useArticles, useStockWish } from './useStock.ts';

/** What has fallen below the level somebody set for it, and a place to set one. */
export function LowLevels({ levels }: { levels: StockList['levels'] }) {
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState('');
  const [low, setLow] = useState('');
  const articles = useArticles();
  const wish = useStockWish();
  const short = levels.filter((l) => l.free < l.low);
  const article = articles.data?.articles.find((a) => a.id === asked.trim() || a.name === asked);
  const value = Number(low.replace(',', '.'));
  const quantity = article?.unit === 'mm' ? Math.round(value * 1000) : value;
  return (
    <section aria-label="Low levels" className="my-1 border-l-4 border-base-300 pl-2">
      <p className="flex flex-wrap items-baseline gap-x-3 text-[13px]">
        {short.length === 0 ? (
          <span className="dim">Nothing is below its level ({levels.length} levels set).</span>
        ) : (
          short.map((l) => (
            <span key={l.articleId} className="text-warning">
              ▼ {l.name}: {quantityText(l, l.free)} free, level {quantityText(l, l.low)}
            </span>
          ))
        )}
        <button type="button" className="btn btn-xs" aria-expanded={open} onClick={() => setOpen(!open)}>
          Levels …
        </button>
      </p>
      {open && (
        <div className="grid gap-1 py-1 text-[13px]">
          {levels.map((l) => (
            <p key={l.articleId} className="flex items-center gap-2">
              {l.name}: {quantityText(l, l.low)}
              <button
                type="button"
                className="btn btn-xs"
                onClick={() => wish.mutate({ way: 'level', articleId: l.articleId, low: null })}
              >
                Remove
              </button>
            </p>
          ))}
          <div className="flex flex-wrap items-center gap-2">
            <input
              className="input input-sm w-72"
              list="articles"
              aria-label="Article"
              placeholder="article"
              value={asked}
              onChange={(e) => setAsked(e.target.value)}
            />
            <datalist id="articles">
              {(articles.data?.articles ?? []).map((a) => (
                <option key={a.id} value={a.id}>
                  {a.name}
                </option>
              ))}
            </datalist>
            <span className="input input-sm w-28">
              <input
                className="num min-w-0 text-right"
                aria-label="Level"
                value={low}
                onChange={(e) => setLow(e.target.value)}
              />
              <span className="dim text-xs">{article?.unit === 'mm' ? 'm' : 'pcs'}</span>
            </span>
            <button
              type="button"
              className="btn btn-sm"
              disabled={!article || !Number.isInteger(quantity) || quantity < 0 || low.trim() === ''}
              onClick={() =>
                wish.mutate({ way: 'level', articleId: article!.id, low: quantity }, { onSuccess: () => setLow('') })
              }
            >
              Set the level
            </button>
          </div>
          {wish.error && <Problems problems={problemsIn(wish.error)} />}
        </div>
      )}
    </section>
  );
}
