import { useQueryClient } from '@tanstack/react-query';
import { FormBody } from '../ui/form/FormBody.tsx';
import { useFieldForm } from '../ui/form/useFieldForm.ts';
import { answer, api } from './api.ts';
import { keyed, usePress } from './press.ts';
import { calledBy, useMe } from './useMe.ts';

const FIELDS = {
  email: { kind: 'text', label: 'E-mail', max: 120, required: true, email: true, autoComplete: 'username' },
  password: {
    kind: 'text',
    label: 'Password',
    max: 200,
    required: true,
    secret: true,
    autoComplete: 'current-password',
  },
} as const;

/** The sign-in sheet; the one-click row is there only with demo data. */
export function SignIn() {
  const client = useQueryClient();
  const me = useMe();
  const form = useFieldForm(FIELDS, { email: '', password: '' });
  const entered = () => client.invalidateQueries();
  const signIn = usePress({
    route: null,
    send: (json: { email: string; password: string; workshopId: string | null }, key) =>
      answer(api['sign-in'].$post({ json }, keyed(key))),
    onSuccess: ({ workshops }) => workshops.length === 0 && entered(),
  });
  const several = signIn.data?.workshops ?? [];
  const demo = usePress({
    route: null,
    send: (personId: string, key) => answer(api['demo-sign-in'].$post({ json: { personId } }, keyed(key))),
    onSuccess: entered,
  });
  return (
    <main className="grid min-h-full place-items-center p-6">
      <div className="w-full max-w-md border border-base-300 bg-base-100 p-7" style={{ borderRadius: 6 }}>
        <div className="mx-auto mb-4 h-4 w-4 rounded-full bg-base-300" aria-hidden />
        <h1 className="text-3xl tracking-wide">OMBRIK</h1>
        <p className="dim mb-4">
          {me.data?.workshopName ??
            (me.data?.isOpen === false && 'This workshop has no first user yet: run "npm run first-user".')}
        </p>
        {me.data && me.data.demoPeople.length > 0 && (
          <section className="mb-5">
            <h2 className="mb-2 text-lg">Demo workshop: come in as</h2>
            <div className="grid grid-cols-2 gap-2">
              {me.data.demoPeople.map((p) => (
                <button
                  key={p.id}
                  type="button"
                  className="btn btn-outline btn-primary justify-between"
                  onClick={() => demo.mutate(p.id)}
                >
                  {p.name} <span className="text-xs font-normal">{calledBy(p.roles)}</span>
                </button>
              ))}
            </div>
          </section>
        )}
        <div className="perforated pt-4">
          <FormBody
            of={form}
            take={(values) => signIn.mutate({ ...values, workshopId: null })}
            press="Sign in"
            sending={signIn.isPending}
            refused={signIn.error ?? demo.error}
            columns="grid-cols-1"
          />
          {several.length > 0 && (
            <section className="mt-4">
              <h2 className="mb-2 text-lg">You work in several workshops: come in to</h2>
              <div className="grid gap-2">
                {several.map((w) => (
                  <button
                    key={w.id}
                    type="button"
                    className="btn btn-outline btn-primary"
                    onClick={() => form.submit((values) => signIn.mutate({ ...values, workshopId: w.id }))()}
                  >
                    {w.name}
                  </button>
                ))}
              </div>
            </section>
          )}
        </div>
      </div>
    </main>
  );
}
