import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { momentWords } from '../../told/days.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Fields } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { CheckField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';

const fetchHooks = () => answer(api.hooks.$get());
type Told = Awaited<ReturnType<typeof fetchHooks>>;
type EventName = keyof Told['events'];
type Hook = Told['hooks'][number];

const FIELDS = {
  url: {
    ...{ kind: 'text', label: 'Address', max: 500, required: true, wide: true },
    placeholder: 'https://orders.example/ombrik',
  },
} satisfies Fields;

/** Programs elsewhere that are told of what happens here: an owner names them. */
export function Hooks() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['hooks'], queryFn: fetchHooks });
  const refresh = () => client.invalidateQueries({ queryKey: ['hooks'] });
  const form = useFieldForm(FIELDS, { url: '' });
  const [events, setEvents] = useState<readonly EventName[]>(['released', 'shipped']);
  const add = usePress({
    route: 'POST /api/hooks',
    send: (json: { url: string; events: EventName[] }, key) => answer(api.hooks.$post({ json }, keyed(key))),
    onSuccess: () => {
      form.reset();
      return refresh();
    },
  });
  return (
    <section className="mt-6 mb-4 border border-base-300 bg-base-100 p-4" aria-label="Programs that are told">
      <h2 className="text-xl">Programs that are told</h2>
      <p className="dim mb-2 text-sm">
        Each is sent what happened, signed, and tried again for hours where it does not answer. docs/interface.md says
        how the signature is checked.
      </p>
      {query.error && <Problems problems={problemsIn(query.error)} />}
      {query.data?.hooks.map((h) => (
        <HookRow key={h.id} hook={h} refresh={refresh} />
      ))}
      {add.data && (
        <label className="mb-2 grid gap-1 border-success border-l-4 bg-base-200 p-2">
          What it is signed with. Copy it now: it is not shown again.
          <input className="input num w-full" readOnly aria-label="The secret" value={add.data.secret} />
        </label>
      )}
      <FormBody
        of={form}
        take={({ url }) => add.mutate({ url, events: [...events] })}
        press="Tell it"
        sending={add.isPending || events.length === 0}
        mayNot={add.mayNot}
        refused={add.error}
      >
        <fieldset className="grid gap-1">
          <legend className="label-face">When</legend>
          {(Object.entries(query.data?.events ?? {}) as [EventName, string][]).map(([event, says]) => (
            <CheckField
              key={event}
              label={says}
              value={events.includes(event)}
              onCheck={(on) => setEvents(on ? [...events, event] : events.filter((e) => e !== event))}
            />
          ))}
        </fieldset>
      </FormBody>
    </section>
  );
}

/** One of them, and how the last few came. */
function HookRow({ hook, refresh }: { hook: Hook; refresh: () => Promise<void> }) {
  const param = { id: hook.id };
  const one = api.hooks[':id'];
  const trial = usePress({
    route: 'POST /api/hooks/:id/try',
    send: (_: undefined, key) => answer(one.try.$post({ param }, keyed(key))),
    onSettled: refresh,
  });
  const remove = usePress({
    route: 'POST /api/hooks/:id/removed',
    send: (_: undefined, key) => answer(one.removed.$post({ param }, keyed(key))),
    onSettled: refresh,
  });
  const trouble = trial.error ?? remove.error;
  return (
    <article className="mb-3 border-base-300 border-b pb-2" aria-label={hook.url}>
      <p className="flex flex-wrap items-center gap-2">
        <b className="num min-w-0 flex-1 truncate" translate="no">
          {hook.url}
        </b>
        <button type="button" className="btn btn-xs" disabled={trial.isPending} onClick={() => trial.mutate(undefined)}>
          Send a trial
        </button>
        <button
          type="button"
          className="btn btn-xs"
          disabled={remove.isPending}
          onClick={() => remove.mutate(undefined)}
        >
          Tell it no more
        </button>
      </p>
      <p className="dim text-sm">{hook.events.join(', ')}</p>
      {trouble && <Problems problems={problemsIn(trouble)} />}
      <ul className="text-sm">
        {hook.sends.slice(0, 5).map((s) => (
          <li key={s.id}>
            <span className="num dim">{momentWords(s.at)}</span> {s.event}:{' '}
            {s.cameAt ? (
              'taken'
            ) : s.trouble ? (
              <span className="text-error">
                {s.trouble}, tried {s.tries} times
              </span>
            ) : (
              'on its way'
            )}
          </li>
        ))}
      </ul>
    </article>
  );
}
