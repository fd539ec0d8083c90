import { quantityText } from '@ombrik/core/stock/articles';
import { useRef } from 'react';
import { problemsIn } from '../../app/api.ts';
import { momentWords } from '../../told/days.ts';
import { standing } from '../../ui/LooksOn.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { type StockItem, type StockMove, useMoves, useStockWish } from './useStock.ts';

const MOVE_WORDS: Readonly<Record<StockMove['kind'], string>> = {
  receive: 'received',
  take: 'taken',
  scrap: 'scrapped',
  count: 'counted',
  move: 'moved',
  reserve: 'set aside',
  release: 'let go',
  correct: 'corrected',
};
const ROW_PX = 34;

/** By how much a move changed what is there, or what is set aside, or to where it went. */
function amountOf(item: Pick<StockItem, 'unit'>, m: StockMove): string {
  if (m.quantity !== 0) return `${m.quantity > 0 ? '+' : '−'}${quantityText(item, Math.abs(m.quantity))}`;
  return m.reserved !== 0 ? quantityText(item, Math.abs(m.reserved)) : (m.bin ?? '');
}

/** All that ever happened to a thing of the store, the newest first; a mistake is corrected by another record. */
export function StockMoves({ item }: { item: StockItem }) {
  const moves = useMoves(item.id);
  const wish = useStockWish();
  const scroll = useRef<HTMLDivElement>(null);
  const columns: DataColumn<StockMove>[] = [
    { title: 'When', className: 'num dim', cell: (m) => momentWords(m.at) },
    { title: 'What', cell: (m) => <b>{MOVE_WORDS[m.kind]}</b> },
    { title: 'How much', right: true, className: 'num', cell: (m) => amountOf(item, m) },
    {
      title: 'Who and why',
      cell: (m) => (
        <>
          {m.jobNumber !== null && <span>job {m.jobNumber} </span>}
          <span className="dim">
            {m.note} · {m.personName}
          </span>{' '}
          {!m.correctedBy && m.kind !== 'correct' && m.kind !== 'move' && (
            <button
              type="button"
              className="btn btn-xs btn-ghost"
              {...standing(wish)}
              onClick={() => wish.mutate({ way: 'correct', moveId: m.id, note: 'was a mistake' })}
            >
              Correct
            </button>
          )}
        </>
      ),
    },
  ];
  return (
    <>
      <h3 className="perforated mt-2 pt-2 text-lg">What happened to it</h3>
      {wish.error && <Problems problems={problemsIn(wish.error)} onDismiss={() => wish.reset()} />}
      <div ref={scroll} className="max-h-[420px] overflow-auto">
        <DataTable
          label="What happened to it"
          className="table table-xs"
          columns={columns}
          rows={[...(moves.data?.moves ?? [])].reverse()}
          keyOf={(m) => m.id}
          rowClass={(m) => (m.correctedBy ? 'dim line-through' : '')}
          within={{ scroll, rowPx: ROW_PX }}
        />
      </div>
    </>
  );
}
