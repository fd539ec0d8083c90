import { useQuery, useQueryClient } from '@tanstack/react-query';
import { formatDistanceToNow, parseISO } from 'date-fns';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useMe } from '../../app/useMe.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { OwnKeys } from './OwnKeys.tsx';
import { OwnUnits } from './OwnUnits.tsx';

const NOW = {
  kind: 'text',
  label: 'Password now',
  max: 200,
  required: true,
  secret: true,
  autoComplete: 'current-password',
} as const;
const PASSWORD = {
  password: NOW,
  wanted: { kind: 'text', label: 'New password', max: 200, required: true, secret: true, autoComplete: 'new-password' },
} as const;
const PIN = {
  password: NOW,
  pin: { kind: 'text', label: 'PIN, 4 to 8 digits', max: 8, required: true, secret: true, autoComplete: 'off' },
} as const;

/** What everybody sees to for themselves: password, PIN, and where they are signed in. */
export function OwnPage() {
  const me = useMe().data?.person;
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>{me?.name}</span>
      </Header>
      <main className="mx-auto min-h-0 w-full max-w-3xl flex-1 overflow-auto p-6">
        <h1 className="text-2xl">{me?.name}</h1>
        <p className="dim mb-4">
          {me?.email} · {me?.roles.join(', ')}
        </p>
        <OwnUnits />
        <Secret
          title="Password"
          says="Every other place where you are signed in is signed out."
          fields={PASSWORD}
          press="Change it"
          send={(json, key) => answer(api.own.password.$post({ json: json as never }, keyed(key)))}
        />
        <Secret
          title="PIN"
          says="With it you take over a tablet of the shop on which somebody has signed in. It opens nothing else."
          fields={PIN}
          press="Keep it"
          send={(json, key) => answer(api.own.pin.$post({ json: json as never }, keyed(key)))}
        />
        <Sessions />
        <OwnKeys />
      </main>
    </div>
  );
}

/** A secret that is changed by who knows the password. */
function Secret<F extends typeof PASSWORD | typeof PIN>({
  title,
  says,
  fields,
  press,
  send,
}: {
  title: string;
  says: string;
  fields: F;
  press: string;
  send: (values: object, key: string) => Promise<unknown>;
}) {
  const form = useFieldForm(fields, { password: '', wanted: '', pin: '' } as never);
  const [kept, setKept] = useState(false);
  const change = usePress({
    route: null,
    send,
    onSuccess: () => {
      form.form.reset();
      setKept(true);
    },
  });
  return (
    <section className="mb-4 border border-base-300 bg-base-100 p-4" aria-label={title}>
      <h2 className="text-xl">{title}</h2>
      <p className="dim mb-2 text-sm">{says}</p>
      <FormBody
        of={form}
        take={(v) => change.mutate(v)}
        press={press}
        sending={change.isPending}
        refused={change.error}
      >
        {kept && !change.error && <p role="status">{title} kept.</p>}
      </FormBody>
    </section>
  );
}

const fetchSessions = () => answer(api.own.sessions.$get());

/** Where this person is signed in; each place can be ended. */
function Sessions() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['own sessions'], queryFn: fetchSessions });
  const end = usePress({
    route: 'POST /api/own/sessions/:id/end',
    send: (id: string, key) => answer(api.own.sessions[':id'].end.$post({ param: { id } }, keyed(key))),
    onSettled: () => client.invalidateQueries({ queryKey: ['own sessions'] }),
  });
  return (
    <section className="mb-4 border border-base-300 bg-base-100 p-4" aria-label="Where you are signed in">
      <h2 className="text-xl">Where you are signed in</h2>
      {(query.error ?? end.error) && <Problems problems={problemsIn(query.error ?? end.error)} />}
      {query.data && (
        <DataTable
          label="Sessions"
          rows={query.data.sessions}
          keyOf={(s) => s.id}
          columns={[
            { title: 'Browser', names: true, cell: (s) => browserOf(s.agent) },
            { title: 'By', cell: (s) => s.via },
            { title: 'Last seen', cell: (s) => `${formatDistanceToNow(parseISO(s.seenAt))} ago` },
            {
              title: 'End',
              right: true,
              cell: (s) =>
                s.own ? (
                  <span className="dim">here</span>
                ) : (
                  <button type="button" className="btn btn-xs" onClick={() => end.mutate(s.id)}>
                    Sign out there
                  </button>
                ),
            },
          ]}
        />
      )}
    </section>
  );
}

/** The end of what a browser says of itself is what tells it from others. */
const browserOf = (agent: string): string => agent.split(') ').at(-1)?.slice(0, 60) || 'unknown';
