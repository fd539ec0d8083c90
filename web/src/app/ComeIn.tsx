import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from 'react-router';
import { FormBody } from '../ui/form/FormBody.tsx';
import type { Fields } from '../ui/form/fields.ts';
import { useFieldForm } from '../ui/form/useFieldForm.ts';
import { Waiting } from '../ui/states/Waiting.tsx';
import { answer, api, problemsIn } from './api.ts';
import { keyed, usePress } from './press.ts';

const PASSWORD = {
  kind: 'text',
  label: 'Password',
  max: 200,
  required: true,
  secret: true,
  autoComplete: 'new-password',
  placeholder: 'a few words that do not belong together',
} as const;
const NEW: Fields = {
  name: { kind: 'text', label: 'Name', max: 80, required: true, autoComplete: 'name' },
  email: { kind: 'text', label: 'E-mail', max: 120, required: true, email: true, autoComplete: 'username' },
  password: PASSWORD,
};
const AGAIN: Fields = { password: PASSWORD };

/** What a link of an owner leads to: somebody new comes in, or somebody chooses a new password. */
export function ComeIn() {
  const { token = '' } = useParams();
  const query = useQuery({
    queryKey: ['come-in', token],
    queryFn: () => answer(api['come-in'][':token'].$get({ param: { token } })),
    retry: false,
    refetchOnWindowFocus: false,
  });
  return (
    <main className="grid min-h-full place-items-center p-6">
      <div className="w-full max-w-md border border-base-300 bg-base-100 p-7" style={{ borderRadius: 6 }}>
        <h1 className="text-3xl tracking-wide">OMBRIK</h1>
        {query.data && <Arrive token={token} invited={query.data} />}
        {query.isPending && <Waiting what="Looking at the link" shape="line" className="" />}
        {query.error && (
          <p className="mt-3">
            <span className="text-error">{problemsIn(query.error).join('; ')}</span>{' '}
            <Link to="/" className="underline">
              To the sign-in
            </Link>
          </p>
        )}
      </div>
    </main>
  );
}

interface Invited {
  workshopName: string;
  name: string;
  roles: readonly string[];
  again: boolean;
}

function Arrive({ token, invited }: { token: string; invited: Invited }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const form = useFieldForm(invited.again ? AGAIN : NEW, { name: invited.name, email: '', password: '' });
  const arrive = usePress({
    route: null,
    send: (json: { name: string; email: string; password: string }, key) =>
      answer(api['come-in'][':token'].$post({ param: { token }, json }, keyed(key))),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['me'] });
      navigate('/', { replace: true });
    },
  });
  return (
    <>
      <p className="dim mb-4">
        {invited.workshopName}
        {invited.again ? `: a new password for ${invited.name}` : ` lets you in as ${invited.roles.join(', ')}`}
      </p>
      <FormBody
        of={form}
        take={(values) => arrive.mutate({ name: '', email: '', ...(values as { password: string }) })}
        press={invited.again ? 'Keep the password' : 'Come in'}
        sending={arrive.isPending}
        refused={arrive.error}
        columns="grid-cols-1"
      />
    </>
  );
}
