import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { Problems } from '../../ui/Problems.tsx';
import { type ArticleRow, useArticles, useStockWish } from './useStock.ts';

const number = (text: string) => (text.trim() === '' ? Number.NaN : Number(text.replace(',', '.')));

function Field({
  label,
  value,
  set,
  unit,
  wide = false,
}: {
  label: string;
  value: string;
  set: (v: string) => void;
  unit?: string;
  wide?: boolean;
}) {
  return (
    <label className={`grid gap-0.5 ${wide ? 'col-span-2' : ''}`}>
      <span className="label-face">{label}</span>
      <span className="input w-full">
        <input className="num min-w-0" aria-label={label} value={value} onChange={(e) => set(e.target.value)} />
        {unit && <span className="dim text-xs">{unit}</span>}
      </span>
    </label>
  );
}

/** Something new comes into the store, or a remnant that was never written down. */
export function ReceiveForm({ onDone }: { onDone: () => void }) {
  const articles = useArticles();
  const wish = useStockWish();
  const [asked, setAsked] = useState('');
  const [article, setArticle] = useState<ArticleRow | null>(null);
  const [quantity, setQuantity] = useState('');
  const [times, setTimes] = useState('1');
  const [bin, setBin] = useState('');
  const [cost, setCost] = useState('');
  const [bought, setBought] = useState('');
  const [width, setWidth] = useState('');
  const [height, setHeight] = useState('');
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (articles.data?.articles ?? [])
    .filter((a) => words.every((w) => `${a.name} ${a.id}`.toLowerCase().includes(w)))
    .slice(0, 8);
  const isLength = article?.unit === 'mm';
  const scale = isLength ? 1000 : 1;
  const many = number(quantity);
  const whole = Math.round(many * scale);
  const problems = [
    ...(article && !(whole >= 1 && (isLength || Number.isInteger(many)))
      ? [`how much is "${quantity}"; accepted: ${isLength ? 'metres above 0' : 'whole pieces from 1'}`]
      : []),
    ...(article && bin.trim() === '' ? ['place is ""; accepted: where it lies, 1 to 40 characters'] : []),
    ...(cost.trim() !== '' && !(number(cost) >= 0) ? [`cost is "${cost}"; accepted: a number from 0`] : []),
  ];
  return (
    <section aria-label="Receive" className="grid gap-2 border border-base-content/40 bg-base-100 p-3">
      <h2 className="text-xl">Receive</h2>
      {!article ? (
        <>
          <input
            className="input w-full"
            aria-label="What has come"
            placeholder="what has come: 50 mm² RD, lug 50 M8, shrink 19 …"
            value={asked}
            onChange={(e) => setAsked(e.target.value)}
          />
          {asked.trim() !== '' && (
            <ul className="grid">
              {found.map((a) => (
                <li key={a.id}>
                  <button
                    type="button"
                    className="min-h-[36px] w-full text-left hover:text-primary"
                    onClick={() => {
                      setArticle(a);
                      setQuantity(a.freshMm ? String(a.freshMm / 1000) : '');
                    }}
                  >
                    {a.name} <span className="dim num text-xs">{a.id}</span>
                  </button>
                </li>
              ))}
              {found.length === 0 && <li className="dim">Nothing of that name in the catalogue.</li>}
            </ul>
          )}
        </>
      ) : (
        <>
          <p>
            <b>{article.name}</b>{' '}
            <button type="button" className="btn btn-xs" onClick={() => setArticle(null)}>
              Something else
            </button>
          </p>
          <div className="grid grid-cols-2 gap-2">
            <Field
              label={isLength ? 'Length of each' : 'Pieces'}
              value={quantity}
              set={setQuantity}
              unit={isLength ? 'm' : 'pcs'}
            />
            {isLength && <Field label="How many of it" value={times} set={setTimes} />}
            {isLength && <Field label="Bought as, if it is a remnant" value={bought} set={setBought} unit="m" />}
            {article.group === 'sheet' && (
              <>
                <Field label="Offcut, width" value={width} set={setWidth} unit="mm" />
                <Field label="Offcut, height" value={height} set={setHeight} unit="mm" />
              </>
            )}
            <Field label="Place" value={bin} set={setBin} />
            <Field label="Cost of all of it" value={cost} set={setCost} />
          </div>
          {quantity !== '' && <Problems problems={problems} />}
        </>
      )}
      {wish.error && <Problems problems={problemsIn(wish.error)} />}
      <div className="flex gap-2">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={!article || problems.length > 0 || wish.isPending}
          onClick={() =>
            wish.mutate(
              {
                way: 'receive',
                articleId: article!.id,
                quantity: whole,
                times: isLength ? Math.max(1, Math.round(number(times)) || 1) : 1,
                bin: bin.trim(),
                cost: cost.trim() === '' ? null : number(cost),
                boughtMm: isLength && number(bought) > 0 ? Math.round(number(bought) * 1000) : null,
                widthMm: number(width) > 0 ? Math.round(number(width)) : null,
                heightMm: number(height) > 0 ? Math.round(number(height)) : null,
                note: '',
              },
              { onSuccess: onDone },
            )
          }
        >
          Put it in the store
        </button>
        <button type="button" className="btn btn-sm" onClick={onDone}>
          Close
        </button>
      </div>
    </section>
  );
}
