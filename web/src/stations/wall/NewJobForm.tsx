import { yupResolver } from '@hookform/resolvers/yup';
import { CHEMISTRIES, type Chemistry, PROFILE_IDS, type ProfileId } from '@ombrik/core/document/brief/brief';
import { TEMPLATES } from '@ombrik/core/document/templates';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { useQueryClient } from '@tanstack/react-query';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { type InferType, mixed, number, object, string } from 'yup';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { Problems } from '../../ui/Problems.tsx';

const schema = object({
  jobName: string().trim().required('Give the job a name').max(80, 'At most 80 characters'),
  customer: string().trim().max(80, 'At most 80 characters').default(''),
  place: string().trim().max(120, 'At most 120 characters').default(''),
  systemVoltageV: number().oneOf([12, 24, 48]).required(),
  chemistry: mixed<Chemistry>().oneOf(CHEMISTRIES).required(),
  profileId: mixed<ProfileId>()
    .oneOf([...PROFILE_IDS])
    .required(),
  wantedOn: string().default(''),
  template: string().default(''),
});

/** Takes a new order in. */
export function NewJobForm({ onCancel }: { onCancel: () => void }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const form = useForm({
    resolver: yupResolver(schema),
    defaultValues: {
      jobName: '',
      customer: '',
      place: '',
      systemVoltageV: 12,
      chemistry: 'lifepo4',
      profileId: 'craft-iso',
      wantedOn: '',
      template: '',
    },
  });
  const create = usePress({
    send: (v: InferType<typeof schema>, key) =>
      answer(
        api.jobs.$post(
          {
            json: { ...v, systemVoltageV: v.systemVoltageV as 12 | 24 | 48, wantedOn: v.wantedOn || null },
          },
          keyed(key),
        ),
      ),
    onSuccess: async ({ job }) => {
      await client.invalidateQueries({ queryKey: ['jobs'] });
      navigate(`/jobs/${job.id}/brief`);
    },
  });
  const { errors } = form.formState;
  return (
    <form
      className="mb-4 grid grid-cols-4 gap-3 border border-base-300 bg-base-100 p-4"
      onSubmit={form.handleSubmit((v) => create.mutate(v))}
      noValidate
    >
      <label className="col-span-2 grid gap-1">
        <span className="label-face">Job name</span>
        <input className="input w-full" {...form.register('jobName')} />
        {errors.jobName && <span className="text-sm text-error">{errors.jobName.message}</span>}
      </label>
      <label className="grid gap-1">
        <span className="label-face">Customer</span>
        <input className="input w-full" {...form.register('customer')} />
      </label>
      <label className="grid gap-1">
        <span className="label-face">Wanted on</span>
        <input type="date" className="input w-full" {...form.register('wantedOn')} />
      </label>
      <label className="grid gap-1">
        <span className="label-face">Start from</span>
        <select className="select w-full" {...form.register('template')}>
          <option value="">an empty order</option>
          {TEMPLATES.map((t) => (
            <option key={t.id} value={t.id}>
              {t.name}
            </option>
          ))}
        </select>
      </label>
      <label className="col-span-1 grid gap-1">
        <span className="label-face">Where the board goes</span>
        <input className="input w-full" {...form.register('place')} />
      </label>
      <label className="grid gap-1">
        <span className="label-face">System voltage</span>
        <select className="select w-full" {...form.register('systemVoltageV', { valueAsNumber: true })}>
          {[12, 24, 48].map((v) => (
            <option key={v} value={v}>
              {v} V
            </option>
          ))}
        </select>
      </label>
      <label className="grid gap-1">
        <span className="label-face">Bank</span>
        <select className="select w-full" {...form.register('chemistry')}>
          <option value="lifepo4">LiFePO4</option>
          <option value="agm">AGM</option>
          <option value="vented">Lead-acid, vented</option>
        </select>
      </label>
      <label className="col-span-2 grid gap-1">
        <span className="label-face">Rules</span>
        <select className="select w-full" {...form.register('profileId')}>
          {PROFILES.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </select>
      </label>
      <div className="col-span-2 flex items-end justify-end gap-2">
        <button type="button" className="btn" onClick={onCancel}>
          Not now
        </button>
        <button type="submit" className="btn btn-primary" disabled={create.isPending}>
          Take the job in
        </button>
      </div>
      {create.error && <Problems problems={problemsIn(create.error)} />}
    </form>
  );
}
