import { quantityText } from '@ombrik/core/stock/articles';
import { useQuery } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { Problems } from '../../ui/Problems.tsx';
import { type StockItem, type StockWish, useMoves, useStockWish } from './useStock.ts';

const MOVE_WORDS: Readonly<Record<string, string>> = {
  receive: 'received',
  take: 'taken',
  scrap: 'scrapped',
  count: 'counted',
  move: 'moved',
  reserve: 'set aside',
  release: 'let go',
  correct: 'corrected',
};
const WAYS = ['take', 'reserve', 'count', 'move', 'scrap'] as const;
const DO_WORDS = {
  take: 'Take it',
  reserve: 'Set it aside',
  count: 'Write it down',
  move: 'Move it',
  scrap: 'Scrap it',
};
const WAY_WORDS = { take: 'Take', reserve: 'Set aside', count: 'Count', move: 'Move', scrap: 'Scrap' };

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
  const moves = useMoves(item.id);
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: () => answer(api.jobs.$get()) });
  const wish = useStockWish();
  const [way, setWay] = useState<(typeof WAYS)[number]>(counting ? 'count' : 'take');
  const [amount, setAmount] = useState('');
  const [note, setNote] = useState('');
  const [jobId, setJobId] = useState('');
  const isLength = item.unit === 'mm';
  const value = Number(amount.replace(',', '.'));
  const quantity = isLength ? Math.round(value * 1000) : value;
  const wantsAmount = way !== 'move';
  const bad =
    wantsAmount && (amount.trim() === '' || !Number.isInteger(quantity) || quantity < (way === 'count' ? 0 : 1));
  const ready =
    !bad &&
    (way !== 'move' || note.trim() !== '') &&
    (way !== 'reserve' || jobId !== '') &&
    (way !== 'scrap' || note.trim() !== '');
  const send = () => {
    const wishes: Record<(typeof WAYS)[number], StockWish> = {
      take: { way: 'take', id: item.id, quantity, jobId: jobId || null, note },
      reserve: { way: 'reserve', id: item.id, quantity, jobId },
      count: { way: 'count', id: item.id, counted: quantity, note },
      move: { way: 'move', id: item.id, bin: note.trim() },
      scrap: { way: 'scrap', id: item.id, quantity, note },
    };
    wish.mutate(wishes[way], {
      onSuccess: () => {
        setAmount('');
        setNote('');
        if (counting) onCounted?.();
      },
    });
  };
  const open = (jobs.data?.jobs ?? []).filter((j) => !j.archived);
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
            disabled={wish.isPending}
            onClick={() => wish.mutate({ way: 'release', id: item.id, jobId: r.jobId })}
          >
            Let go
          </button>
        </p>
      ))}
      <div className="flex flex-wrap gap-1" role="tablist" aria-label="What to do">
        {WAYS.map((w) => (
          <button
            key={w}
            type="button"
            role="tab"
            aria-selected={way === w}
            className={`btn btn-sm ${way === w ? 'btn-primary' : ''}`}
            onClick={() => setWay(w)}
          >
            {WAY_WORDS[w]}
          </button>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        {wantsAmount && (
          <span className="input w-36">
            <input
              className="num min-w-0 text-right"
              inputMode="decimal"
              // biome-ignore lint/a11y/noAutofocus: in a stocktake the hand is on the scanner, not the mouse.
              autoFocus={counting}
              aria-label={way === 'count' ? 'Counted' : 'How much'}
              value={amount}
              onChange={(e) => setAmount(e.target.value)}
              onKeyDown={(e) => {
                if (e.key === 'Enter' && ready) send();
              }}
            />
            <span className="dim text-xs">{isLength ? 'm' : 'pcs'}</span>
          </span>
        )}
        {(way === 'take' || way === 'reserve') && (
          <select
            className="select w-52"
            aria-label="For which job"
            value={jobId}
            onChange={(e) => setJobId(e.target.value)}
          >
            <option value="">{way === 'take' ? 'for no job' : 'for which job?'}</option>
            {open.map((j) => (
              <option key={j.id} value={j.id}>
                {j.number} {j.jobName}
              </option>
            ))}
          </select>
        )}
        {way !== 'reserve' && (
          <input
            className="input w-48"
            aria-label={way === 'move' ? 'New place' : 'Note'}
            placeholder={way === 'move' ? 'new place' : way === 'scrap' ? 'why' : 'note'}
            maxLength={way === 'move' ? 40 : 200}
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        )}
        <button type="button" className="btn btn-primary" disabled={!ready || wish.isPending} onClick={send}>
          {DO_WORDS[way]}
        </button>
      </div>
      {bad && amount.trim() !== '' && (
        <p className="text-[13px] text-error">
          "{amount}": {isLength ? 'metres, down to the millimetre' : 'whole pieces'}
        </p>
      )}
      {wish.error && <Problems problems={problemsIn(wish.error)} onDismiss={() => wish.reset()} />}
      <h3 className="perforated mt-2 pt-2 text-lg">What happened to it</h3>
      <ol className="grid gap-1 text-[13px]">
        {[...(moves.data?.moves ?? [])].reverse().map((m) => (
          <li
            key={m.id}
            className={`flex flex-wrap items-baseline gap-x-2 ${m.correctedBy ? 'line-through opacity-60' : ''}`}
          >
            <span className="num dim">{format(parseISO(m.at), 'd MMM HH:mm')}</span>
            <b>{MOVE_WORDS[m.kind]}</b>
            <span className="num">
              {m.quantity !== 0
                ? `${m.quantity > 0 ? '+' : '−'}${quantityText(item, Math.abs(m.quantity))}`
                : m.reserved !== 0
                  ? quantityText(item, Math.abs(m.reserved))
                  : (m.bin ?? '')}
            </span>
            {m.jobNumber !== null && <span>job {m.jobNumber}</span>}
            <span className="dim">
              {m.note} · {m.personName}
            </span>
            {!m.correctedBy && m.kind !== 'correct' && m.kind !== 'move' && (
              <button
                type="button"
                className="btn btn-xs btn-ghost"
                disabled={wish.isPending}
                onClick={() => wish.mutate({ way: 'correct', moveId: m.id, note: 'was a mistake' })}
              >
                Correct
              </button>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
