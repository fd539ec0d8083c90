import { enquiryLike, type PromiseAnswer } from '@ombrik/core/shop/promise';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { problemsIn } from '../../app/api.ts';
import { dayWords } from '../../told/days.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { Problems } from '../../ui/Problems.tsx';
import { Waiting } from '../../ui/states/Waiting.tsx';
import { chanceWords, shipsWords } from './planWords.ts';
import { askPlan } from './shopPlanner.ts';

const ENQUIRY = 'enquiry';

/** Whether a day can be promised for a job of the shop, or for one that is only asked about. */
export function PromiseSheet({ sheet }: { sheet: ShopSheet }) {
  const stop = useRef(new AbortController());
  const ask = useMutation({
    mutationFn: ({ wish, day }: { wish: string; day: string }): Promise<PromiseAnswer> => {
      const [kind, id] = wish.split(' ') as ['job' | 'like', string];
      stop.current = new AbortController();
      const { signal } = stop.current;
      if (kind === 'job') return askPlan((p) => p.promise(sheet, id, day), signal);
      const like = enquiryLike(sheet.fresh.find((j) => j.id === id)!, ENQUIRY, day);
      return askPlan((p) => p.promise({ ...sheet, jobs: [...sheet.jobs, like] }, ENQUIRY, day), signal);
    },
  });
  const stopped = ask.error instanceof DOMException;
  const form = useFieldForm(
    {
      wish: {
        kind: 'choice',
        label: 'Which job',
        required: true,
        options: [
          { value: '', says: 'choose one' },
          ...sheet.jobs.map((j) => ({ value: `job ${j.id}`, says: `${j.number} ${j.name}` })),
          ...sheet.fresh.map((j) => ({ value: `like ${j.id}`, says: `a new order like ${j.number} ${j.name}` })),
        ],
      },
      day: { kind: 'date', label: 'For which day', from: sheet.firstDay },
    } as const,
    { wish: '', day: '' },
  );
  return (
    <section aria-label="Can it be promised">
      <form className="flex flex-wrap items-end gap-2" noValidate onSubmit={form.submit((said) => ask.mutate(said))}>
        <FormField of={form} name="wish" className="w-72" />
        <FormField of={form} name="day" className="w-40" />
        <button type="submit" className="btn btn-primary" disabled={ask.isPending}>
          Can I promise it?
        </button>
      </form>
      {ask.isPending && (
        <Waiting
          what="Planning the shop with it"
          className="pt-3"
          stop={() => stop.current.abort(new DOMException('stopped by hand', 'AbortError'))}
        />
      )}
      {stopped && <p className="dim mt-2">Stopped; nothing was promised.</p>}
      {ask.error && !stopped && <Problems problems={problemsIn(ask.error)} />}
      {ask.data && <Answer sheet={sheet} said={ask.data} />}
    </section>
  );
}

function Answer({ sheet, said }: { sheet: ShopSheet; said: PromiseAnswer }) {
  const now = said.gives[0]!;
  const nameOf = (id: string) => sheet.jobs.find((j) => j.id === id)?.name ?? id;
  const verdict =
    now.chance >= 0.8
      ? 'Yes, as far as the shop’s times tell'
      : now.chance >= 0.5
        ? 'Likelier than not'
        : 'Not as things stand';
  return (
    <div className="mt-4 border border-base-300 bg-base-100 p-4">
      <p className="text-2xl">
        {verdict}: {chanceWords(now.chance)} by {dayWords(said.day)}
      </p>
      <p className="dim">
        It {shipsWords({ ships: said.ships, chance: null }, null)}, most likely {dayWords(said.ships.likely)}.
      </p>
      <h3 className="label-face mt-3">What would have to give</h3>
      <ul>
        {said.gives.slice(1).map((g) => (
          <li key={g.what} className="perforated flex flex-wrap gap-x-4 py-1">
            <span className="w-80">{g.what}</span>
            <span className="num w-16">{chanceWords(g.chance)}</span>
            <span className={g.harms.length > 0 ? 'text-warning' : 'dim'}>
              {g.harms.length === 0
                ? 'nobody else is late for it'
                : g.harms
                    .map((h) => `▲ ${nameOf(h.jobId)} in time ${chanceWords(h.before)} → ${chanceWords(h.after)}`)
                    .join('; ')}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
