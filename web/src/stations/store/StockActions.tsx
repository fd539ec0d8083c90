import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Fields } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { OneOf } from '../../ui/OneOf.tsx';
import { type StockItem, type StockWish, useStockWish } from './useStock.ts';

const WAYS = ['take', 'reserve', 'count', 'move', 'scrap'] as const;
type Way = (typeof WAYS)[number];
const DO_WORDS = {
  take: 'Take it',
  reserve: 'Set it aside',
  count: 'Write it down',
  move: 'Move it',
  scrap: 'Scrap it',
};
const WAY_WORDS = { take: 'Take', reserve: 'Set aside', count: 'Count', move: 'Move', scrap: 'Scrap' };
const MOST = 10_000_000;

type Jobs = readonly { id: string; number: number; jobName: string }[];

/** What is asked for each way. */
function fieldsOf(way: Way, isLength: boolean, jobs: Jobs, atOnce: boolean): Fields {
  const amount = {
    kind: 'number',
    label: way === 'count' ? 'Counted' : 'How much',
    min: way === 'count' ? 0 : 1,
    max: MOST,
    whole: true,
    autoFocus: atOnce,
    ...(isLength ? { unit: 'm', scale: 1000 } : { unit: 'pcs' }),
  } as const;
  const note = { kind: 'text', label: 'Note', max: 200, placeholder: 'note' } as const;
  const jobId = {
    kind: 'choice',
    label: 'For which job',
    required: way === 'reserve',
    options: [
      { value: '', says: way === 'take' ? 'for no job' : 'for which job?' },
      ...jobs.map((j) => ({ value: j.id, says: `${j.number} ${j.jobName}` })),
    ],
  } as const;
  switch (way) {
    case 'take':
      return { amount, jobId, note };
    case 'reserve':
      return { amount, jobId };
    case 'count':
      return { amount, note };
    case 'move':
      return { place: { kind: 'text', label: 'New place', max: 40, required: true } };
    case 'scrap':
      return { amount, note: { ...note, placeholder: 'why', required: true } };
  }
}

function wishOf(way: Way, id: string, said: Record<string, string | number | null>): StockWish {
  const quantity = Number(said.amount);
  const note = String(said.note ?? '');
  const jobId = String(said.jobId ?? '');
  switch (way) {
    case 'take':
      return { way, id, quantity, jobId: jobId || null, note };
    case 'reserve':
      return { way, id, quantity, jobId };
    case 'count':
      return { way, id, counted: quantity, note };
    case 'move':
      return { way, id, bin: String(said.place) };
    case 'scrap':
      return { way, id, quantity, note };
  }
}

interface OneWay {
  item: StockItem;
  way: Way;
  atOnce: boolean;
  onDone: () => void;
}

function WayForm({ item, way, atOnce, onDone }: OneWay) {
  const wish = useStockWish();
  const jobs = useQuery({ queryKey: ['jobs'], queryFn: () => answer(api.jobs.$get()) });
  const open = (jobs.data?.jobs ?? []).filter((j) => !j.archived);
  const form = useFieldForm(fieldsOf(way, item.unit === 'mm', open, atOnce), {
    amount: '',
    note: '',
    jobId: '',
    place: '',
  } as Record<string, string>);
  const take = (said: Record<string, string | number | null>) =>
    wish.mutate(wishOf(way, item.id, said), {
      onSuccess: () => {
        form.reset();
        onDone();
      },
    });
  return (
    <FormBody
      of={form}
      take={take}
      press={DO_WORDS[way]}
      sending={wish.isPending}
      mayNot={wish.mayNot}
      refused={wish.error}
    />
  );
}

/** What may be done with a thing of the store. */
export function StockActions({
  item,
  counting,
  onCounted,
}: {
  item: StockItem;
  /** Stocktake: the count is asked for at once, the hand being on the scanner. */
  counting: boolean;
  onCounted?: () => void;
}) {
  const [way, setWay] = useState<Way>(counting ? 'count' : 'take');
  return (
    <>
      <OneOf
        as="tabs"
        label="What to do"
        value={way}
        options={WAYS.map((w) => [w, WAY_WORDS[w]] as const)}
        onPick={setWay}
      />
      <WayForm key={way} item={item} way={way} atOnce={counting} onDone={() => counting && onCounted?.()} />
    </>
  );
}
