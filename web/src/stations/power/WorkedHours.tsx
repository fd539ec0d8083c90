import { WORK_KINDS, WORK_TITLE, type WorkKind } from '@ombrik/core/power/quote/quote';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format } from 'date-fns';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Values } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';

const FIELDS = {
  kind: {
    kind: 'choice',
    label: 'Kind of work',
    hideLabel: true,
    wide: true,
    options: WORK_KINDS.map((k) => ({ value: k, says: WORK_TITLE[k] })),
  },
  hours: { kind: 'number', label: 'Hours', hideLabel: true, min: -200, max: 200, unit: 'h' },
  workedOn: { kind: 'date', label: 'Worked on', hideLabel: true },
} as const;

/** Hours really worked on this job: the measure of later offers. */
export function WorkedHours() {
  const { jobId } = useJob();
  const client = useQueryClient();
  const form = useFieldForm(FIELDS, { kind: 'design', hours: '', workedOn: format(new Date(), 'yyyy-MM-dd') });
  const queryKey = ['hours', jobId];
  const query = useQuery({
    queryKey,
    queryFn: () => answer(api.jobs[':id'].hours.$get({ param: { id: jobId } })),
  });
  const add = usePress({
    route: 'POST /api/jobs/:id/hours',
    send: (v: Values<typeof FIELDS>, key) =>
      answer(
        api.jobs[':id'].hours.$post(
          { param: { id: jobId }, json: { ...v, kind: v.kind as WorkKind, note: '' } },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      form.put('hours', '');
      return client.invalidateQueries({ queryKey });
    },
  });
  const rows = query.data?.hours ?? [];
  return (
    <section className="perforated pt-2" aria-label="Hours worked">
      <h2 className="text-lg">Hours worked on this job</h2>
      <dl className="text-sm">
        {WORK_KINDS.filter((k) => rows.some((r) => r.kind === k)).map((k) => (
          <div key={k} className="flex justify-between">
            <dt>{WORK_TITLE[k]}</dt>
            <dd className="num">
              {rows
                .filter((r) => r.kind === k)
                .reduce((s, r) => s + r.hours, 0)
                .toFixed(1)}{' '}
              h
            </dd>
          </div>
        ))}
      </dl>
      {rows.length === 0 && <p className="dim text-sm">None written down. Later offers go by what is written here.</p>}
      <FormBody
        of={form}
        take={(values) => add.mutate(values)}
        press="Write it down"
        sending={add.isPending}
        mayNot={add.mayNot}
        refused={add.error}
      />
    </section>
  );
}
