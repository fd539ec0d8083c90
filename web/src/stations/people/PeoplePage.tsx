import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Header } from '../../ui/Header.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';
import { InviteForm } from './InviteForm.tsx';
import { ToldOnce } from './ToldOnce.tsx';

const fetchPeople = () => answer(api.people.$get());
export type People = Awaited<ReturnType<typeof fetchPeople>>;
type PersonShown = People['people'][number];
export type RoleName = People['roles'][number]['role'];

/** Who works here: let in by a link, what each may do, and who is here no more. */
export function PeoplePage() {
  const query = useQuery({ queryKey: ['people'], queryFn: fetchPeople });
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>People</span>
      </Header>
      <main className="mx-auto min-h-0 w-full max-w-5xl flex-1 overflow-auto p-6">
        <div className="flex items-center justify-between">
          <h1 className="text-2xl">Who works here</h1>
          <Link to="/audit" className="btn btn-sm">
            Who did what
          </Link>
        </div>
        {!query.data && <Held of={query} what="Asking who works here" className="" />}
        {query.data && <Everybody of={query.data} />}
      </main>
    </div>
  );
}

function Everybody({ of: { people, invitations, roles } }: { of: People }) {
  const hands = usePeopleHands();
  return (
    <>
      {hands.problems && <Problems problems={hands.problems} onDismiss={hands.dismiss} />}
      {hands.told && <ToldOnce {...hands.told} onSeen={hands.seen} />}
      <DataTable
        label="People"
        rows={people}
        keyOf={(p) => p.id}
        rowClass={(p) => (p.endedAt ? 'dim' : '')}
        columns={[
          {
            title: 'Name',
            names: true,
            cell: (p) => (
              <>
                <span className="label-face block text-base">{p.name}</span>
                <span className="dim text-xs">{p.email}</span>
              </>
            ),
          },
          {
            title: 'Is here as',
            cell: (p) =>
              p.endedAt ? (
                `ended ${p.endedAt.slice(0, 10)}`
              ) : (
                <RolesOf person={p} roles={roles} onChange={(next) => hands.setRoles(p.id, next)} />
              ),
          },
          {
            title: 'What can be done',
            right: true,
            cell: (p) =>
              p.endedAt ? null : (
                <span className="flex justify-end gap-1 max-sm:flex-col">
                  <button type="button" className="btn btn-xs" onClick={() => hands.reset(p)}>
                    New password link
                  </button>
                  <EndPress person={p} onEnd={() => hands.end(p.id)} />
                </span>
              ),
          },
        ]}
      />
      <InviteForm roles={roles} onInvited={hands.tell} />
      {invitations.length > 0 && (
        <section className="mt-5">
          <h2 className="text-xl">Links that nobody has used yet</h2>
          <ul>
            {invitations.map((i) => (
              <li key={i.id} className="perforated flex items-center gap-3 py-1.5">
                <span className="label-face">{i.name}</span>
                <span className="dim text-sm">
                  {i.personId ? 'a new password' : i.roles.join(', ')} · until {i.expiresAt.slice(0, 10)}
                </span>
                <button type="button" className="btn btn-xs ml-auto" onClick={() => hands.withdraw(i.id)}>
                  Withdraw
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** Roles to tick; one at least stays. */
function RolesOf({
  person,
  roles,
  onChange,
}: {
  person: PersonShown;
  roles: People['roles'];
  onChange: (roles: RoleName[]) => void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-3 gap-y-0.5" aria-label={`What ${person.name} is`}>
      {roles.map(({ role, says }) => {
        const has = person.roles.includes(role);
        return (
          <label key={role} title={says} className="flex min-h-[24px] items-center gap-1 text-sm">
            <input
              type="checkbox"
              className="checkbox checkbox-primary checkbox-xs"
              checked={has}
              onChange={() => onChange(has ? person.roles.filter((r) => r !== role) : [...person.roles, role])}
            />
            {role}
          </label>
        );
      })}
    </fieldset>
  );
}

/** Ending somebody cannot be taken back: it is asked for twice. */
function EndPress({ person, onEnd }: { person: PersonShown; onEnd: () => void }) {
  const [sure, setSure] = useState(false);
  return sure ? (
    <>
      <button type="button" className="btn btn-error btn-xs" onClick={onEnd}>
        End {person.name}
      </button>
      <button type="button" className="btn btn-xs" onClick={() => setSure(false)}>
        Leave it
      </button>
    </>
  ) : (
    <button type="button" className="btn btn-xs" onClick={() => setSure(true)}>
      End …
    </button>
  );
}

interface Told {
  name: string;
  token: string;
}

/** The presses of this page and what came of them. */
function usePeopleHands() {
  const client = useQueryClient();
  const fresh = () => client.invalidateQueries({ queryKey: ['people'] });
  const [told, setTold] = useState<Told | null>(null);
  const roles = usePress({
    route: 'POST /api/people/:id/roles',
    send: ({ id, next }: { id: string; next: RoleName[] }, key) =>
      answer(api.people[':id'].roles.$post({ param: { id }, json: { roles: next } }, keyed(key))),
    onSettled: fresh,
  });
  const end = usePress({
    route: 'POST /api/people/:id/ended',
    send: (id: string, key) =>
      answer(api.people[':id'].ended.$post({ param: { id }, json: { ended: true } }, keyed(key))),
    onSettled: fresh,
  });
  const reset = usePress({
    route: 'POST /api/people/:id/reset',
    send: (p: PersonShown, key) => answer(api.people[':id'].reset.$post({ param: { id: p.id } }, keyed(key))),
    onSuccess: ({ token }, p) => setTold({ name: p.name, token }),
    onSettled: fresh,
  });
  const withdraw = usePress({
    route: 'POST /api/people/invitations/:id/withdrawn',
    send: (id: string, key) => answer(api.people.invitations[':id'].withdrawn.$post({ param: { id } }, keyed(key))),
    onSettled: fresh,
  });
  const failed = [roles, end, reset, withdraw].find((p) => p.error);
  return {
    told,
    tell: (t: Told) => {
      setTold(t);
      void fresh();
    },
    seen: () => setTold(null),
    setRoles: (id: string, next: RoleName[]) => roles.mutate({ id, next }),
    end: (id: string) => end.mutate(id),
    reset: (p: PersonShown) => reset.mutate(p),
    withdraw: (id: string) => withdraw.mutate(id),
    problems: failed ? problemsIn(failed.error) : null,
    dismiss: () => failed?.reset(),
  };
}
