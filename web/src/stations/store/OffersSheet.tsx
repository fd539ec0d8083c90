import { useQueryClient } from '@tanstack/react-query';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { FileDrop } from '../../ui/FileDrop.tsx';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Values } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import type { BuyingState } from './BuyingPage.tsx';
import { type ArticleRow, useArticles } from './useStock.ts';

type Offer = BuyingState['offers'][number];

const fieldsOf = (articles: readonly ArticleRow[], isLength: boolean, currency: string) =>
  ({
    articleId: {
      kind: 'text',
      label: 'Article',
      max: 80,
      required: true,
      offers: articles.map((a) => ({ value: a.id, says: a.name })),
    },
    supplier: { kind: 'text', label: 'Supplier', max: 60, required: true },
    packQuantity: {
      kind: 'number',
      label: isLength ? 'Metres' : 'Pieces a pack',
      min: 1,
      max: 10_000_000,
      whole: true,
      ...(isLength ? { unit: 'm', scale: 1000 } : {}),
    },
    packPrice: { kind: 'number', label: `Price, ${currency}`, min: 0, max: 1e6 },
    leadDays: { kind: 'number', label: 'Days', min: 0, max: 365, whole: true },
  }) as const;

/** An offer typed in. */
function OfferForm({
  currency,
  missing,
  articleId,
}: {
  currency: string;
  missing: BuyingState['needs'];
  articleId: string;
}) {
  const client = useQueryClient();
  const articles = useArticles().data?.articles ?? [];
  const articleOf = (id: string) => articles.find((a) => a.id === id.trim());
  const form = useFieldForm(
    (texts: { articleId: string }) => fieldsOf(articles, articleOf(texts.articleId)?.unit === 'mm', currency),
    { articleId, supplier: '', packQuantity: '1', packPrice: '', leadDays: '7' },
  );
  const typed = form.text('articleId').trim();
  const put = usePress({
    route: 'POST /api/buying/offers',
    send: (json: Values<ReturnType<typeof fieldsOf>>, key) => answer(api.buying.offers.$post({ json }, keyed(key))),
    // A price changes what every board is reckoned to cost.
    onSuccess: () => {
      form.put('packPrice', '');
      return client.invalidateQueries();
    },
  });
  return (
    <section aria-label="An offer" className="min-w-0 flex-1">
      <FormBody
        of={form}
        take={(values) => put.mutate(values)}
        press="Put it in"
        sending={put.isPending}
        mayNot={put.mayNot}
        refused={put.error}
        columns="grid-cols-[minmax(0,2fr)_minmax(0,1.4fr)_repeat(3,minmax(0,1fr))]"
      />
      {typed !== '' && !articleOf(typed) && (
        <p className="text-[13px] text-warning">No article “{typed}” in the catalogue.</p>
      )}
      {missing.length > 0 && (
        <p className="mt-1 text-[13px]">
          Without an offer:{' '}
          {missing.map((n) => (
            <button
              key={n.articleId}
              type="button"
              className="btn btn-xs mr-1 mb-1"
              onClick={() => form.put('articleId', n.articleId)}
            >
              {n.name}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}

/** A supplier's price list read from a file: all of it, or nothing. */
function PriceList() {
  const client = useQueryClient();
  const bring = usePress({
    route: 'POST /api/buying/offers/import',
    send: (csv: string, key) => answer(api.buying.offers.import.$post({ json: { csv } }, keyed(key))),
    onSuccess: () => client.invalidateQueries(),
  });
  return (
    <FileDrop
      says="Read it as a price list"
      className="grid max-w-md content-start gap-1"
      disabled={bring.mayNot !== null}
      onFiles={async ([file]) => file && bring.mutate(await file.text())}
    >
      <FileButton
        text="Read a price list, CSV"
        title="Columns: article, supplier, pack, price, lead_days"
        accept="text/csv,.csv"
        disabled={bring.mayNot !== null}
        onFile={async (file) => bring.mutate(await file.text())}
      />
      {bring.error && (
        <Problems problems={['Nothing was read.', ...problemsIn(bring.error)]} onDismiss={() => bring.reset()} />
      )}
      {bring.data && <p className="text-success">{bring.data.count} offers read.</p>}
    </FileDrop>
  );
}

/** What suppliers ask, typed in or from their price list; packs and singles of an article stand side by side. */
export function OffersSheet({
  offers,
  needs,
  currency,
  articleId = '',
}: {
  offers: BuyingState['offers'];
  needs: BuyingState['needs'];
  currency: string;
  /** Whose price is asked for first. */
  articleId?: string;
}) {
  const client = useQueryClient();
  const articles = useArticles().data?.articles ?? [];
  const byId = new Map(articles.map((a) => [a.id, a]));
  const remove = usePress({
    route: 'POST /api/buying/offers/:id/remove',
    send: (id: string, key) => answer(api.buying.offers[':id'].remove.$post({ param: { id } }, keyed(key))),
    onSuccess: () => client.invalidateQueries(),
  });
  const nameOf = (o: Offer) => byId.get(o.articleId)?.name ?? o.articleId;
  const scaleOf = (o: Offer) => (byId.get(o.articleId)?.unit === 'mm' ? 1000 : 1);
  const eachOf = (o: Offer) => (o.packPrice / o.packQuantity) * scaleOf(o);
  const columns: DataColumn<Offer>[] = [
    { title: 'Article', by: nameOf, cell: nameOf },
    { title: 'Supplier', by: (o) => o.supplier, cell: (o) => o.supplier },
    {
      title: 'Pack',
      right: true,
      className: 'num',
      cell: (o) => `${o.packQuantity / scaleOf(o)} ${scaleOf(o) === 1000 ? 'm' : 'pcs'}`,
    },
    { title: 'Price', right: true, className: 'num', by: (o) => o.packPrice, cell: (o) => o.packPrice.toFixed(2) },
    { title: 'A piece or metre', right: true, className: 'num', by: eachOf, cell: (o) => eachOf(o).toFixed(3) },
    { title: 'Days', right: true, className: 'num', by: (o) => o.leadDays, cell: (o) => o.leadDays },
    {
      title: '',
      cell: (o) => (
        <button
          type="button"
          className="btn btn-xs"
          aria-label={`Remove the offer of ${o.supplier} for ${nameOf(o)}`}
          {...standing(remove)}
          onClick={() => remove.mutate(o.id)}
        >
          Remove
        </button>
      ),
    },
  ];
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-start gap-4 border border-base-300 bg-base-100 p-3">
        <OfferForm
          articleId={articleId}
          currency={currency}
          missing={needs.filter((n) => n.net > 0 && n.choices.length === 0)}
        />
        <PriceList />
      </div>
      {remove.error && <Problems problems={problemsIn(remove.error)} onDismiss={() => remove.reset()} />}
      <DataTable label="Offers" columns={columns} rows={offers} keyOf={(o) => o.id} />
    </div>
  );
}
