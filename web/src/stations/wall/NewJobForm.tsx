import type { Chemistry, ProfileId } from '@ombrik/core/document/brief/brief';
import { TEMPLATES } from '@ombrik/core/document/templates';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Values } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';

const FIELDS = {
  jobName: { kind: 'text', label: 'Job name', max: 80, required: true, autoFocus: true },
  customer: { kind: 'text', label: 'Customer', max: 80 },
  place: { kind: 'text', label: 'Where the board goes', max: 120 },
  wantedOn: { kind: 'date', label: 'Wanted on', optional: true },
  template: {
    kind: 'choice',
    label: 'Start from',
    options: [{ value: '', says: 'an empty order' }, ...TEMPLATES.map((t) => ({ value: t.id, says: t.name }))],
  },
  systemVoltageV: {
    kind: 'choice',
    label: 'System voltage',
    options: [12, 24, 48].map((v) => ({ value: String(v), says: `${v} V` })),
  },
  chemistry: {
    kind: 'choice',
    label: 'Bank',
    options: [
      { value: 'lifepo4', says: 'LiFePO4' },
      { value: 'agm', says: 'AGM' },
      { value: 'vented', says: 'Lead-acid, vented' },
    ],
  },
  profileId: { kind: 'choice', label: 'Rules', options: PROFILES.map((p) => ({ value: p.id, says: p.name })) },
} as const;
const START = {
  jobName: '',
  customer: '',
  place: '',
  wantedOn: '',
  template: '',
  systemVoltageV: '12',
  chemistry: 'lifepo4',
  profileId: 'craft-iso',
};

/** Takes a new order in. */
export function NewJobForm({ onCancel }: { onCancel: () => void }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const form = useFieldForm(FIELDS, START);
  // A place that comes again and again brings the rules that fit it; whoever has chosen others keeps theirs.
  const [chosen, profileId] = [form.text('template'), form.text('profileId')];
  const offered = useRef(START.profileId);
  useEffect(() => {
    const fits = TEMPLATES.find((t) => t.id === chosen)?.brief.profileId;
    if (!fits || profileId !== offered.current) return;
    offered.current = fits;
    form.put('profileId', fits);
  }, [chosen]);
  const create = usePress({
    route: 'POST /api/jobs',
    send: (v: Values<typeof FIELDS>, key) =>
      answer(
        api.jobs.$post(
          {
            json: {
              ...v,
              systemVoltageV: Number(v.systemVoltageV) as 12 | 24 | 48,
              chemistry: v.chemistry as Chemistry,
              profileId: v.profileId as ProfileId,
              wantedOn: v.wantedOn || null,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: async ({ job }) => {
      await client.invalidateQueries({ queryKey: ['jobs'] });
      navigate(`/jobs/${job.id}/brief`);
    },
  });
  return (
    <section aria-label="New job" className="mb-4 border border-base-300 bg-base-100 p-4">
      <FormBody
        of={form}
        take={(values) => create.mutate(values)}
        press="Take the job in"
        // Once it is taken in, the same form makes no other while the job is being opened.
        sending={create.isPending || create.data !== undefined}
        mayNot={create.mayNot}
        refused={create.error}
        cancel={{ says: 'Not now', go: onCancel }}
        columns="grid-cols-2 lg:grid-cols-4"
      />
    </section>
  );
}
