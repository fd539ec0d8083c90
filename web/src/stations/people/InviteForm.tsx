import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import type { People, RoleName } from './PeoplePage.tsx';

const FIELDS = { name: { kind: 'text', label: 'Name', max: 80, required: true } } as const;

/** Lets somebody in: a name, what they are, and a link to hand over. */
export function InviteForm({
  roles,
  onInvited,
}: {
  roles: People['roles'];
  onInvited: (told: { name: string; token: string }) => void;
}) {
  const form = useFieldForm(FIELDS, { name: '' });
  const [chosen, setChosen] = useState<readonly RoleName[]>(['assembler']);
  const invite = usePress({
    route: 'POST /api/people/invitations',
    send: (json: { name: string; roles: RoleName[] }, key) =>
      answer(api.people.invitations.$post({ json }, keyed(key))),
    onSuccess: ({ token }, { name }) => {
      form.form.reset();
      onInvited({ name, token });
    },
  });
  return (
    <section className="mt-6 border border-base-300 bg-base-100 p-4">
      <h2 className="mb-2 text-xl">Let somebody in</h2>
      <div className="grid gap-6 md:grid-cols-[16rem_1fr]">
        <div>
          <FormBody
            of={form}
            take={({ name }) => invite.mutate({ name, roles: [...chosen] })}
            press="Make a link"
            sending={invite.isPending || chosen.length === 0}
            mayNot={invite.mayNot}
            refused={invite.error}
            columns="grid-cols-1"
          />
        </div>
        <fieldset className="grid gap-1" aria-label="What they are">
          {roles.map(({ role, says }) => (
            <label key={role} className="flex items-baseline gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-primary checkbox-xs translate-y-0.5"
                checked={chosen.includes(role)}
                onChange={(e) => setChosen(e.target.checked ? [...chosen, role] : chosen.filter((r) => r !== role))}
              />
              <span className="label-face w-24">{role}</span>
              <span className="dim text-sm">{says}</span>
            </label>
          ))}
        </fieldset>
      </div>
    </section>
  );
}
