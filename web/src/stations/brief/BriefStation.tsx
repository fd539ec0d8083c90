import type { BoardSettings, Brief, FeederSchool } from '@ombrik/core/board/board';
import type { Command } from '@ombrik/core/board/commands';
import { PROFILES } from '@ombrik/core/rules/profiles/profiles';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { useJob } from '../../app/jobSession.tsx';
import { NumberField, TextField } from '../../ui/TextField.tsx';

/** The order sheet on the left, what is still unknown on the right. */
export function BriefStation() {
  const job = useJob();
  const client = useQueryClient();
  const { brief, settings } = job.board;
  const set = <F extends keyof Brief>(field: F, value: Brief[F]) =>
    job.edit(`Brief: ${field}`, [{ kind: 'setBrief', field, value } as Command]);
  const setting = <F extends keyof BoardSettings>(field: F, value: BoardSettings[F]) =>
    job.edit(`Setting: ${field}`, [{ kind: 'setSetting', field, value } as Command]);
  const wanted = useMutation({
    mutationFn: (wantedOn: string | null) =>
      answer(api.jobs[':id'].wanted.$post({ param: { id: job.jobId }, json: { wantedOn } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ['job', job.jobId] }),
  });
  const unknown = [
    brief.customer === '' && 'Who the customer is',
    brief.place === '' && 'Where the board goes, and what is behind it',
    job.wantedOn === null && 'When it is wanted',
    !job.board.items.some((i) => i.load) && 'What it has to run: the load list is empty',
    !job.board.items.some((i) => i.partId.startsWith('battery')) && 'Which batteries: none on the board yet',
  ].filter((x) => x !== false);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_250px] gap-6 p-5">
      <section className="grid grid-cols-2 gap-3 self-start border border-base-300 bg-base-100 p-5">
        <h1 className="col-span-2 text-2xl">Order sheet</h1>
        <TextField label="Job name" value={brief.jobName} max={80} required onCommit={(v) => set('jobName', v)} />
        <TextField label="Customer" value={brief.customer} max={80} onCommit={(v) => set('customer', v)} />
        <TextField
          className="col-span-2"
          label="Where the board goes"
          value={brief.place}
          max={120}
          onCommit={(v) => set('place', v)}
        />
        <label className="grid gap-0.5">
          <span className="label-face">System voltage</span>
          <select
            className="select w-full"
            value={brief.systemVoltageV}
            onChange={(e) => set('systemVoltageV', Number(e.target.value) as 12 | 24 | 48)}
          >
            {[12, 24, 48].map((v) => (
              <option key={v} value={v}>
                {v} V
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-0.5">
          <span className="label-face">Bank chemistry</span>
          <select
            className="select w-full"
            value={brief.chemistry}
            onChange={(e) => set('chemistry', e.target.value as Brief['chemistry'])}
          >
            <option value="lifepo4">LiFePO4</option>
            <option value="agm">AGM</option>
          </select>
        </label>
        <NumberField
          label="Ambient where the cables lie"
          value={brief.ambientC}
          min={-30}
          max={60}
          unit="°C"
          onCommit={(v) => set('ambientC', v)}
        />
        <label className="grid gap-0.5">
          <span className="label-face">Wanted on</span>
          <input
            type="date"
            className="input w-full"
            value={job.wantedOn ?? ''}
            onChange={(e) => wanted.mutate(e.target.value || null)}
          />
        </label>
        <label className="col-span-2 grid gap-0.5">
          <span className="label-face">Rules</span>
          <select
            className="select w-full"
            value={brief.profileId}
            onChange={(e) => set('profileId', e.target.value as Brief['profileId'])}
          >
            {PROFILES.map((p) => (
              <option key={p.id} value={p.id}>
                {p.name}, version {p.version}
              </option>
            ))}
          </select>
          <span className="dim text-xs">
            {job.profile.scope}. {job.profile.caution}
          </span>
        </label>
        <TextField
          className="col-span-2"
          label="Notes"
          value={brief.notes}
          max={4000}
          multiline
          onCommit={(v) => set('notes', v)}
        />
        <h2 className="perforated col-span-2 pt-3 text-lg">Schools and allowances</h2>
        <label className="grid gap-0.5">
          <span className="label-face">Feeder fuse by</span>
          <select
            className="select w-full"
            value={settings.feederSchool}
            onChange={(e) => setting('feederSchool', e.target.value as FeederSchool)}
          >
            <option value="summedLoads">1.25 × summed loads</option>
            <option value="summedFuses">summed branch fuses</option>
          </select>
        </label>
        <NumberField
          label="Days the bank should last"
          value={settings.autonomyDays}
          min={0.1}
          max={60}
          unit="days"
          onCommit={(v) => setting('autonomyDays', v)}
        />
        <NumberField
          label="Slack on the routed part"
          value={Math.round(settings.routeSlackShare * 1000) / 10}
          min={0}
          max={50}
          unit="%"
          onCommit={(v) => setting('routeSlackShare', v / 100)}
        />
        <NumberField
          label="Dressing at each end"
          value={settings.endSlackMm}
          min={0}
          max={500}
          unit="mm"
          onCommit={(v) => setting('endSlackMm', v)}
        />
      </section>
      <section>
        <h2 className="text-lg">Still unknown</h2>
        {unknown.length === 0 ? (
          <p className="dim mt-1">Nothing: the brief is whole.</p>
        ) : (
          <ul className="mt-1">
            {unknown.map((u) => (
              <li key={u} className="perforated py-1.5">
                <span aria-hidden>○ </span>
                {u}
              </li>
            ))}
          </ul>
        )}
      </section>
    </div>
  );
}
