import { quantityText } from '@ombrik/core/stock/articles';
import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useMayNot } from '../../app/useMe.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type ArticleRow, type StockList, useArticles, useStockWish } from './useStock.ts';

const fieldsOf = (articles: readonly ArticleRow[], isLength: boolean) =>
  ({
    article: {
      kind: 'text',
      label: 'Article',
      hideLabel: true,
      placeholder: 'article',
      max: 200,
      required: true,
      offers: articles.map((a) => ({ value: a.id, says: a.name })),
    },
    low: {
      kind: 'number',
      label: 'Level',
      hideLabel: true,
      min: 0,
      max: 10_000_000,
      whole: true,
      ...(isLength ? { unit: 'm', scale: 1000 } : { unit: 'pcs' }),
    },
  }) as const;

/** Below how much of an article it is told. */
function LevelForm() {
  const articles = useArticles().data?.articles ?? [];
  const wish = useStockWish();
  const mayNot = useMayNot('POST /api/stock/levels');
  const articleOf = (asked: string) => articles.find((a) => a.id === asked.trim() || a.name === asked.trim());
  const form = useFieldForm(
    (texts: { article: string }) => fieldsOf(articles, articleOf(texts.article)?.unit === 'mm'),
    { article: '', low: '' },
  );
  const article = articleOf(form.text('article'));
  return (
    <form
      className="flex flex-wrap items-start gap-2"
      noValidate
      onSubmit={form.submit(({ low }) => {
        if (article)
          wish.mutate({ way: 'level', articleId: article.id, low }, { onSuccess: () => form.put('low', '') });
      })}
    >
      <FormField of={form} name="article" className="w-72" />
      <FormField of={form} name="low" className="w-28" />
      <button type="submit" className="btn btn-sm" {...standing({ ...wish, mayNot }, !article)}>
        Set the level
      </button>
      {wish.error && <Problems problems={problemsIn(wish.error)} />}
    </form>
  );
}

/** What has fallen below the level somebody set for it, and a place to set one. */
export function LowLevels({ levels }: { levels: StockList['levels'] }) {
  const [open, setOpen] = useState(false);
  const wish = useStockWish();
  const mayNot = useMayNot('POST /api/stock/levels');
  const short = levels.filter((l) => l.free < l.low);
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
                {...standing({ ...wish, mayNot })}
                onClick={() => wish.mutate({ way: 'level', articleId: l.articleId, low: null })}
              >
                Remove
              </button>
            </p>
          ))}
          <LevelForm />
        </div>
      )}
    </section>
  );
}
