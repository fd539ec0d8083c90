import { useState } from 'react';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { NumberSpec } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { type ArticleRow, useArticles, useStockWish } from './useStock.ts';

const MOST = 10_000_000;
const metres = (label: string) =>
  ({ kind: 'number', label, min: 1, max: MOST, unit: 'm', scale: 1000, whole: true }) satisfies NumberSpec;
const PLACE = { kind: 'text', label: 'Place', max: 40, required: true } as const;
const COST = { kind: 'number', label: 'Cost of all of it', min: 0, max: 1e6, optional: true } as const;
const LENGTH = {
  quantity: metres('Length of each'),
  times: { kind: 'number', label: 'How many of it', min: 1, max: 100, whole: true },
  bought: { ...metres('Bought as, if it is a remnant'), optional: true },
  bin: PLACE,
  cost: COST,
} as const;
const PIECES = {
  quantity: { kind: 'number', label: 'Pieces', min: 1, max: MOST, unit: 'pcs', whole: true },
  bin: PLACE,
  cost: COST,
} as const;
const side = (label: string) =>
  ({ kind: 'number', label, min: 10, max: 5000, unit: 'mm', whole: true, optional: true }) as const;
const SHEET = { ...PIECES, width: side('Offcut, width'), height: side('Offcut, height') } as const;

interface Amount {
  quantity: number;
  bin: string;
  cost: number | null;
  times?: number;
  bought?: number | null;
  width?: number | null;
  height?: number | null;
}

/** How much of an article has come, and where it lies. */
function AmountForm({ article, onDone }: { article: ArticleRow; onDone: () => void }) {
  const wish = useStockWish();
  const fields = article.unit === 'mm' ? LENGTH : article.group === 'sheet' ? SHEET : PIECES;
  const start = Object.fromEntries(Object.keys(fields).map((name) => [name, name === 'times' ? '1' : '']));
  const form = useFieldForm(fields, {
    ...start,
    quantity: article.freshMm ? String(article.freshMm / 1000) : '',
  } as never);
  const receive = ({ quantity, bin, cost, ...more }: Amount) =>
    wish.mutate(
      {
        way: 'receive',
        articleId: article.id,
        quantity,
        times: more.times ?? 1,
        bin,
        cost,
        boughtMm: more.bought ?? null,
        widthMm: more.width ?? null,
        heightMm: more.height ?? null,
        note: '',
      },
      { onSuccess: onDone },
    );
  return (
    <FormBody
      of={form}
      take={(values) => receive(values as Amount)}
      press="Put it in the store"
      sending={wish.isPending}
      mayNot={wish.mayNot}
      refused={wish.error}
      cancel={{ says: 'Close', go: onDone }}
    />
  );
}

/** Looks an article up by any words of its name. */
function ArticleSearch({ onFound }: { onFound: (article: ArticleRow) => void }) {
  const articles = useArticles();
  const [asked, setAsked] = useState('');
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (articles.data?.articles ?? [])
    .filter((a) => words.every((w) => `${a.name} ${a.id}`.toLowerCase().includes(w)))
    .slice(0, 8);
  return (
    <>
      <input
        className="input w-full"
        aria-label="What has come"
        placeholder="what has come: 50 mm² RD, lug 50 M8, shrink 19 …"
        value={asked}
        onChange={(e) => setAsked(e.target.value)}
      />
      {words.length > 0 && (
        <ul className="grid">
          {found.map((a) => (
            <li key={a.id}>
              <button
                type="button"
                className="min-h-[36px] w-full text-left hover:text-primary"
                onClick={() => onFound(a)}
              >
                {a.name} <span className="dim num text-xs">{a.id}</span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="dim">Nothing of that name in the catalogue.</li>}
        </ul>
      )}
    </>
  );
}

/** Something new comes into the store, or a remnant that was never written down. */
export function ReceiveForm({ onDone }: { onDone: () => void }) {
  const [article, setArticle] = useState<ArticleRow | null>(null);
  return (
    <section aria-label="Receive" className="grid gap-2 border border-base-content/40 bg-base-100 p-3">
      <h2 className="text-xl">Receive</h2>
      {article ? (
        <>
          <p>
            <b>{article.name}</b>{' '}
            <button type="button" className="btn btn-xs" onClick={() => setArticle(null)}>
              Something else
            </button>
          </p>
          <AmountForm key={article.id} article={article} onDone={onDone} />
        </>
      ) : (
        <>
          <ArticleSearch onFound={setArticle} />
          <button type="button" className="btn btn-sm justify-self-start" onClick={onDone}>
            Close
          </button>
        </>
      )}
    </section>
  );
}
