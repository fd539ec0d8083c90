import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { dateWords, dayWords } from '../../told/days.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Fields } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { CheckField } from '../../ui/PickField.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';

const fetchKeys = () => answer(api.own.keys.$get());
type Scope = keyof Awaited<ReturnType<typeof fetchKeys>>['scopes'];

const FIELDS = {
  name: { kind: 'text', label: 'What it is for', max: 60, required: true, placeholder: 'price list every Monday' },
  days: { kind: 'number', label: 'Ends after', min: 1, max: 366, whole: true, unit: 'days' },
  password: {
    ...{ kind: 'text', label: 'Password now', max: 200, required: true, secret: true },
    autoComplete: 'current-password',
  },
} satisfies Fields;

/** Keys by which programs do what this person may, within bounds. */
export function OwnKeys() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['own keys'], queryFn: fetchKeys });
  const refresh = () => client.invalidateQueries({ queryKey: ['own keys'] });
  const form = useFieldForm(FIELDS, { name: '', days: '90', password: '' });
  const [scopes, setScopes] = useState<readonly Scope[]>(['read']);
  const make = usePress({
    route: null,
    send: (json: { name: string; password: string; scopes: Scope[]; days: number }, key) =>
      answer(api.own.keys.$post({ json }, keyed(key))),
    onSuccess: () => {
      form.reset();
      return refresh();
    },
  });
  const end = usePress({
    route: null,
    send: (id: string, key) => answer(api.own.keys[':id'].end.$post({ param: { id } }, keyed(key))),
    onSettled: refresh,
  });
  return (
    <section className="mb-4 border border-base-300 bg-base-100 p-4" aria-label="Keys for programs">
      <h2 className="text-xl">Keys for programs</h2>
      <p className="dim mb-2 text-sm">
        A program with a key does what you may, in your name, within what the key is for.{' '}
        <a className="link" href="/api/openapi.json">
          What there is to ask
        </a>
        , as OpenAPI.
      </p>
      {(query.error ?? end.error) && <Problems problems={problemsIn(query.error ?? end.error)} />}
      {make.data && (
        <label className="mb-2 grid gap-1 border-success border-l-4 bg-base-200 p-2">
          Copy it now: it is not shown again.
          <input className="input num w-full" readOnly aria-label="The key" value={make.data.token} />
        </label>
      )}
      <FormBody
        of={form}
        columns="grid-cols-1 sm:grid-cols-3"
        take={({ name, days, password }) => make.mutate({ name, days, password, scopes: [...scopes] })}
        press="Make a key"
        sending={make.isPending || scopes.length === 0}
        refused={make.error}
      >
        <fieldset className="grid gap-1">
          <legend className="label-face">It may</legend>
          {(Object.entries(query.data?.scopes ?? {}) as [Scope, string][]).map(([scope, says]) => (
            <CheckField
              key={scope}
              label={`${scope}: ${says}`}
              value={scopes.includes(scope)}
              onCheck={(on) => setScopes(on ? [...scopes, scope] : scopes.filter((s) => s !== scope))}
            />
          ))}
        </fieldset>
      </FormBody>
      {query.data && query.data.keys.length > 0 && (
        <DataTable
          label="Keys"
          rows={query.data.keys}
          keyOf={(k) => k.id}
          columns={[
            { title: 'For', names: true, cell: (k) => <span translate="no">{k.name}</span> },
            { title: 'May', cell: (k) => k.scopes.join(', ') },
            { title: 'Last seen', cell: (k) => (k.seenAt ? dayWords(k.seenAt) : 'never') },
            { title: 'Ends', cell: (k) => dateWords(k.expiresAt) },
            {
              title: 'End',
              right: true,
              cell: (k) => (
                <button type="button" className="btn btn-xs" disabled={end.isPending} onClick={() => end.mutate(k.id)}>
                  End it
                </button>
              ),
            },
          ]}
        />
      )}
    </section>
  );
}
