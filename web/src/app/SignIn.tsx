import { yupResolver } from '@hookform/resolvers/yup';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { object, string } from 'yup';
import { Problems } from '../ui/Problems.tsx';
import { answer, api, problemsIn } from './api.ts';
import { keyed, usePress } from './press.ts';
import { useMe } from './useMe.ts';

const schema = object({
  email: string().required('Type the e-mail you sign in with').email('That is not an e-mail address'),
  password: string().required('Type your password'),
});

/** The sign-in sheet; the one-click row is there only with demo data. */
export function SignIn() {
  const client = useQueryClient();
  const me = useMe();
  const form = useForm({ resolver: yupResolver(schema), defaultValues: { email: '', password: '' } });
  const entered = () => client.invalidateQueries();
  const signIn = usePress({
    send: (json: { email: string; password: string }, key) => answer(api['sign-in'].$post({ json }, keyed(key))),
    onSuccess: entered,
  });
  const demo = usePress({
    send: (personId: string, key) => answer(api['demo-sign-in'].$post({ json: { personId } }, keyed(key))),
    onSuccess: entered,
  });
  const failed = signIn.error ?? demo.error;
  const { errors } = form.formState;
  return (
    <main className="grid min-h-full place-items-center p-6">
      <div className="w-full max-w-md border border-base-300 bg-base-100 p-7" style={{ borderRadius: 6 }}>
        <div className="mx-auto mb-4 h-4 w-4 rounded-full bg-base-300" aria-hidden />
        <h1 className="text-3xl tracking-wide">OMBRIK</h1>
        <p className="dim mb-4">
          {me.data?.workshopName ?? 'This workshop has no first user yet: run "npm run first-user".'}
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
                  {p.name} <span className="text-xs font-normal">{p.role}</span>
                </button>
              ))}
            </div>
          </section>
        )}
        <form className="perforated grid gap-3 pt-4" onSubmit={form.handleSubmit((v) => signIn.mutate(v))} noValidate>
          <label className="grid gap-1">
            <span className="label-face">E-mail</span>
            <input className="input w-full" type="email" autoComplete="username" {...form.register('email')} />
            {errors.email && <span className="text-sm text-error">{errors.email.message}</span>}
          </label>
          <label className="grid gap-1">
            <span className="label-face">Password</span>
            <input
              className="input w-full"
              type="password"
              autoComplete="current-password"
              {...form.register('password')}
            />
            {errors.password && <span className="text-sm text-error">{errors.password.message}</span>}
          </label>
          {failed && <Problems problems={problemsIn(failed)} />}
          <button type="submit" className="btn btn-primary" disabled={signIn.isPending}>
            Sign in
          </button>
        </form>
      </div>
    </main>
  );
}
