import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { Problems } from '../../ui/Problems.tsx';
import type { BuyingState } from './BuyingPage.tsx';
import { useArticles } from './useStock.ts';

const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

/** What suppliers ask, typed in or from their price list; packs and singles of an article stand side by side. */
export function OffersSheet({
  offers,
  needs,
  currency,
}: {
  offers: BuyingState['offers'];
  needs: BuyingState['needs'];
  currency: string;
}) {
  const client = useQueryClient();
  const articles = useArticles();
  // A price changes what every board is reckoned to cost.
  const refresh = () => client.invalidateQueries();
  const [row, setRow] = useState({ articleId: '', supplier: '', pack: '1', price: '', lead: '7' });
  const [note, setNote] = useState('');
  const article = articles.data?.articles.find((a) => a.id === row.articleId.trim());
  const put = usePress({
    send: (_: undefined, key) =>
      answer(
        api.buying.offers.$post(
          {
            json: {
              articleId: article!.id,
              supplier: row.supplier.trim(),
              packQuantity: Math.round(number(row.pack) * (article!.unit === 'mm' ? 1000 : 1)),
              packPrice: number(row.price),
              leadDays: Math.round(number(row.lead)),
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      setRow({ ...row, price: '' });
      return refresh();
    },
  });
  const remove = usePress({
    send: (id: string, key) => answer(api.buying.offers[':id'].remove.$post({ param: { id } }, keyed(key))),
    onSuccess: refresh,
  });
  const bring = usePress({
    send: (csv: string, key) => answer(api.buying.offers.import.$post({ json: { csv } }, keyed(key))),
    onSuccess: (got) => {
      setNote(`${got.count} offers read.`);
      return refresh();
    },
  });
  const missing = needs.filter((n) => n.net > 0 && n.choices.length === 0);
  const nameOf = (id: string) => articles.data?.articles.find((a) => a.id === id)?.name ?? id;
  const unitOf = (id: string) => articles.data?.articles.find((a) => a.id === id)?.unit ?? 'pcs';
  const ready =
    article && row.supplier.trim() !== '' && number(row.pack) > 0 && number(row.price) >= 0 && number(row.lead) >= 0;
  const field = (key: keyof typeof row, label: string, width: string, list?: string) => (
    <label className="grid gap-0.5">
      <span className="label-face">{label}</span>
      <input
        className={`input input-sm ${width}`}
        aria-label={label}
        list={list}
        value={row[key]}
        onChange={(e) => setRow({ ...row, [key]: e.target.value })}
      />
    </label>
  );
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-2 border border-base-300 bg-base-100 p-3">
        {field('articleId', 'Article', 'w-64', 'offer-articles')}
        <datalist id="offer-articles">
          {(articles.data?.articles ?? []).map((a) => (
            <option key={a.id} value={a.id}>
              {a.name}
            </option>
          ))}
        </datalist>
        {field('supplier', 'Supplier', 'w-40')}
        {field('pack', article?.unit === 'mm' ? 'Metres' : 'Pieces a pack', 'w-24')}
        {field('price', `Price, ${currency}`, 'w-24')}
        {field('lead', 'Days', 'w-16')}
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={!ready || put.isPending}
          onClick={() => put.mutate()}
        >
          Put it in
        </button>
        <span className="flex-1" />
        <FileButton
          text="Read a price list, CSV"
          title="Columns: article, supplier, pack, price, lead_days"
          accept="text/csv,.csv"
          onFile={async (file) => {
            setNote('');
            bring.mutate(await file.text());
          }}
        />
      </div>
      {row.articleId.trim() !== '' && !article && (
        <p className="text-[13px] text-warning">No article “{row.articleId}” in the catalogue.</p>
      )}
      {put.error && <Problems problems={problemsIn(put.error)} onDismiss={() => put.reset()} />}
      {bring.error && (
        <Problems problems={['Nothing was read.', ...problemsIn(bring.error)]} onDismiss={() => bring.reset()} />
      )}
      {note && <p className="text-success">{note}</p>}
      {missing.length > 0 && (
        <p className="text-[13px]">
          Without an offer:{' '}
          {missing.map((n) => (
            <button
              key={n.articleId}
              type="button"
              className="btn btn-xs mr-1 mb-1"
              onClick={() => setRow({ ...row, articleId: n.articleId })}
            >
              {n.name}
            </button>
          ))}
        </p>
      )}
      <table className="table table-sm">
        <thead>
          <tr>
            <th>Article</th>
            <th>Supplier</th>
            <th className="text-right">Pack</th>
            <th className="text-right">Price</th>
            <th className="text-right">A piece or metre</th>
            <th className="text-right">Days</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {offers.map((o) => {
            const scale = unitOf(o.articleId) === 'mm' ? 1000 : 1;
            return (
              <tr key={o.id}>
                <td>{nameOf(o.articleId)}</td>
                <td>{o.supplier}</td>
                <td className="num text-right">
                  {o.packQuantity / scale} {scale === 1000 ? 'm' : 'pcs'}
                </td>
                <td className="num text-right">{o.packPrice.toFixed(2)}</td>
                <td className="num text-right">{((o.packPrice / o.packQuantity) * scale).toFixed(3)}</td>
                <td className="num text-right">{o.leadDays}</td>
                <td>
                  <button type="button" className="btn btn-xs" onClick={() => remove.mutate(o.id)}>
                    Remove
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
