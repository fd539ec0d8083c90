import { quantityText } from '@ombrik/core/stock/articles';
import { problemsIn } from '../../app/api.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { StockActions } from './StockActions.tsx';
import { StockMoves } from './StockMoves.tsx';
import { type StockItem, useStockWish } from './useStock.ts';

/** One thing in the store: what may be done with it, who has some of it, and all that ever happened to it. */
export function StockCard({
  item,
  counting = false,
  onCounted,
}: {
  item: StockItem;
  /** Stocktake: the count is asked for at once. */
  counting?: boolean;
  onCounted?: () => void;
}) {
  const wish = useStockWish();
  return (
    <section aria-label={`No. ${item.number}`} className="grid content-start gap-2 p-3">
      <h2 className="flex flex-wrap items-baseline gap-x-3">
        <span className="num text-2xl">{item.number}</span> <span className="text-xl">{item.name}</span>
      </h2>
      <p className="num text-lg whitespace-normal">
        {quantityText(item, item.onHand)} there · {quantityText(item, item.onHand - item.reserved)} free ·{' '}
        <span className="font-sans">{item.bin}</span>
        {item.widthMm !== null && ` · offcut ${item.widthMm} × ${item.heightMm} mm`}
      </p>
      {item.reservations.map((r) => (
        <p key={r.jobId} className="flex items-center gap-2">
          <span>
            <b>job {r.jobNumber}</b> holds {quantityText(item, r.quantity)}
          </span>
          <button
            type="button"
            className="btn btn-xs"
            {...standing(wish)}
            onClick={() => wish.mutate({ way: 'release', id: item.id, jobId: r.jobId })}
          >
            Let go
          </button>
        </p>
      ))}
      {wish.error && <Problems problems={problemsIn(wish.error)} onDismiss={() => wish.reset()} />}
      <StockActions item={item} counting={counting} onCounted={onCounted} />
      <StockMoves item={item} />
    </section>
  );
}
