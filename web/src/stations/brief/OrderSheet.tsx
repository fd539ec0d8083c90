import { BRIEF_FIELDS } from '@ombrik/core/document/brief/briefFields';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { Checklist } from './Checklist.tsx';
import { FileStrip } from './FileStrip.tsx';
import { LaterDesign } from './LaterDesign.tsx';
import { OrderPlace } from './OrderPlace.tsx';
import { OrderSystem } from './OrderSystem.tsx';
import { Questions } from './Questions.tsx';
import { useBrief } from './useBrief.ts';
import { VoltageRows } from './VoltageRows.tsx';

/** The order sheet on the left; on the right what is still unknown, and what the voltage does to the copper. */
export function OrderSheet() {
  const job = useJob();
  const client = useQueryClient();
  const { brief } = job.board;
  const { set } = useBrief();
  const wanted = usePress({
    route: 'POST /api/jobs/:id/wanted',
    send: (wantedOn: string | null, key) =>
      answer(api.jobs[':id'].wanted.$post({ param: { id: job.jobId }, json: { wantedOn } }, keyed(key))),
    onSuccess: () => client.invalidateQueries({ queryKey: ['job', job.jobId] }),
  });
  return (
    <div className="grid grid-cols-1 gap-5 p-4 md:grid-cols-[minmax(0,1fr)_280px]">
      <div className="grid content-start gap-4">
        <LaterDesign />
        <section className="grid grid-cols-2 content-start sm:grid-cols-4 gap-x-3 gap-y-2 border border-base-300 bg-base-100 p-4">
          <h1 className="col-span-full text-2xl">Order sheet</h1>
          <TextField
            className="col-span-2"
            label="Job name"
            value={brief.jobName}
            max={80}
            required
            onCommit={(v) => set('jobName', v)}
          />
          <TextField
            className="col-span-2"
            label="Customer"
            value={brief.customer}
            max={80}
            onCommit={(v) => set('customer', v)}
          />
          <TextField
            className="col-span-full"
            label="What it is used for, and how often"
            value={brief.use}
            max={300}
            onCommit={(v) => set('use', v)}
          />
          <PickField
            label="Kind of job"
            value={brief.jobKind}
            options={[
              ['new', 'new board'],
              ['rework', 'rework of what is there'],
            ]}
            onPick={(v) => set('jobKind', v)}
          />
          <PickField
            label="What leaves the shop"
            value={brief.delivered}
            options={[
              ['board', 'board'],
              ['box', 'boxed board'],
              ['kit', 'kit'],
            ]}
            onPick={(v) => set('delivered', v)}
          />
          <NumberField
            {...BRIEF_FIELDS.quantity}
            value={brief.quantity}
            onCommit={(v) => set('quantity', Math.round(v))}
          />
          <PickField
            label="Kept"
            value={brief.monitoring}
            options={[
              ['monitored', 'monitored'],
              ['simple', 'simple, no electronics'],
            ]}
            onPick={(v) => set('monitoring', v)}
          />
          <label className="grid min-w-0 gap-0.5">
            <span className="label-face">Wanted on</span>
            <input
              type="date"
              className="input w-full min-w-0"
              value={job.wantedOn ?? ''}
              onChange={(e) => wanted.mutate(e.target.value || null)}
            />
          </label>
          <NumberField
            {...BRIEF_FIELDS.budget}
            value={brief.budget}
            unit={job.workshop.currency}
            onCommit={(v) => set('budget', v)}
          />

          <OrderPlace />
          <OrderSystem />
          <TextField
            className="col-span-full"
            label="Notes"
            value={brief.notes}
            max={4000}
            multiline
            onCommit={(v) => set('notes', v)}
          />
        </section>
        <FileStrip />
      </div>
      <div className="grid content-start gap-4">
        <Checklist />
        <Questions />
        <VoltageRows />
      </div>
    </div>
  );
}
