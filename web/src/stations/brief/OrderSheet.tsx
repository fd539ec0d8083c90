import type { Brief, ProfileId } from '@ombrik/core/document/brief/brief';
import { BRIEF_FIELDS, OPENING_FIELDS } from '@ombrik/core/document/brief/briefFields';
import type { Command } from '@ombrik/core/document/commands';
import { inPercent } from '@ombrik/core/document/fields';
import type { BoardSettings, FeederSchool } from '@ombrik/core/document/settings/settings';
import { SETTINGS_FIELDS } from '@ombrik/core/document/settings/settingsFields';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { Checklist } from './Checklist.tsx';
import { FileStrip } from './FileStrip.tsx';
import { Questions } from './Questions.tsx';
import { VoltageRows } from './VoltageRows.tsx';

function Pick<T extends string | number>({
  label,
  value,
  options,
  onPick,
  className = '',
}: {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onPick: (v: T) => void;
  className?: string;
}) {
  return (
    <label className={`grid gap-0.5 ${className}`}>
      <span className="label-face">{label}</span>
      <select
        aria-label={label}
        className="select w-full"
        value={String(value)}
        onChange={(e) => {
          const found = options.find(([v]) => String(v) === e.target.value);
          if (found) onPick(found[0]);
        }}
      >
        {options.map(([v, text]) => (
          <option key={String(v)} value={String(v)}>
            {text}
          </option>
        ))}
      </select>
    </label>
  );
}

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <>
    <h2 className="perforated col-span-4 pt-2 text-lg">{title}</h2>
    {children}
  </>
);

/** The order sheet on the left; on the right what is still unknown, and what the voltage does to the copper. */
export function OrderSheet() {
  const job = useJob();
  const client = useQueryClient();
  const { brief, settings } = job.board;
  const set = <F extends keyof Brief>(field: F, value: Brief[F]) =>
    job.edit(`Brief: ${field}`, [{ kind: 'setBrief', field, value } as Command]);
  const setting = <F extends keyof BoardSettings>(field: F, value: BoardSettings[F]) =>
    job.edit(`Setting: ${field}`, [{ kind: 'setSetting', field, value } as Command]);
  const opening = brief.opening ?? { widthMm: 0, heightMm: 0, depthMm: 0, behind: '' };
  const setOpening = (change: Partial<typeof opening>) => {
    const next = { ...opening, ...change };
    // An opening is known once all three sizes are; until then the missing ones stand at 1 mm and are plain to see.
    set('opening', {
      ...next,
      widthMm: next.widthMm || 1,
      heightMm: next.heightMm || 1,
      depthMm: next.depthMm || 1,
    });
  };
  const wanted = usePress({
    send: (wantedOn: string | null, key) =>
      answer(api.jobs[':id'].wanted.$post({ param: { id: job.jobId }, json: { wantedOn } }, keyed(key))),
    onSuccess: () => client.invalidateQueries({ queryKey: ['job', job.jobId] }),
  });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_280px] gap-5 p-4">
      <div className="grid content-start gap-4">
        <section className="grid grid-cols-4 content-start gap-x-3 gap-y-2 border border-base-300 bg-base-100 p-4">
          <h1 className="col-span-4 text-2xl">Order sheet</h1>
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
            className="col-span-4"
            label="What it is used for, and how often"
            value={brief.use}
            max={300}
            onCommit={(v) => set('use', v)}
          />
          <Pick
            label="Kind of job"
            value={brief.jobKind}
            options={[
              ['new', 'new board'],
              ['rework', 'rework of what is there'],
            ]}
            onPick={(v) => set('jobKind', v)}
          />
          <Pick
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

          <Part title="Where the board goes">
            <TextField
              className="col-span-4"
              label="Where the board goes"
              value={brief.place}
              max={120}
              onCommit={(v) => set('place', v)}
            />
            <NumberField
              {...OPENING_FIELDS.widthMm}
              value={brief.opening?.widthMm ?? null}
              onCommit={(widthMm) => setOpening({ widthMm })}
            />
            <NumberField
              {...OPENING_FIELDS.heightMm}
              value={brief.opening?.heightMm ?? null}
              onCommit={(heightMm) => setOpening({ heightMm })}
            />
            <NumberField
              {...OPENING_FIELDS.depthMm}
              value={brief.opening?.depthMm ?? null}
              onCommit={(depthMm) => setOpening({ depthMm })}
            />
            <NumberField {...BRIEF_FIELDS.ambientC} value={brief.ambientC} onCommit={(v) => set('ambientC', v)} />
            <TextField
              className="col-span-4"
              label="What is behind it"
              value={brief.opening?.behind ?? ''}
              max={200}
              onCommit={(behind) => setOpening({ behind })}
            />
          </Part>

          <Part title="System">
            <Pick
              label="System voltage"
              value={brief.systemVoltageV}
              options={[
                [12, '12 V'],
                [24, '24 V'],
                [48, '48 V'],
              ]}
              onPick={(v) => set('systemVoltageV', v)}
            />
            <Pick
              label="Bank chemistry"
              value={brief.chemistry}
              options={[
                ['lifepo4', 'LiFePO4'],
                ['agm', 'AGM'],
                ['vented', 'Lead-acid, vented'],
              ]}
              onPick={(v) => set('chemistry', v)}
            />
            <Pick
              label="Mains of the place"
              value={brief.mainsVoltageV}
              options={[
                [230, '230 V'],
                [120, '120 V'],
              ]}
              onPick={(v) => set('mainsVoltageV', v)}
            />
            <NumberField {...BRIEF_FIELDS.inletA} value={brief.inletA} onCommit={(v) => set('inletA', v)} />
            <NumberField
              {...inPercent(BRIEF_FIELDS.growthShare)}
              value={Math.round(brief.growthShare * 100)}
              unit="% more"
              onCommit={(v) => set('growthShare', v / 100)}
            />
            <NumberField
              {...SETTINGS_FIELDS.autonomyDays}
              value={settings.autonomyDays}
              onCommit={(v) => setting('autonomyDays', v)}
            />
            <Pick
              className="col-span-2"
              label="Rules"
              value={`${brief.profileId} ${job.profile.ownId ?? ''}`}
              options={PROFILES.flatMap((p) => [
                [`${p.id} `, `${p.name}, version ${p.version}`] as const,
                ...job.workshop.ownRules
                  .filter((o) => o.baseId === p.id)
                  .map((o) => [`${p.id} ${o.id}`, `${o.name}, from ${p.name}`] as const),
              ])}
              onPick={(v) => {
                const [profileId, ownRulesId = ''] = v.split(' ') as [ProfileId, string];
                job.edit('Brief: rules', [
                  { kind: 'setBrief', field: 'profileId', value: profileId },
                  { kind: 'setSetting', field: 'ownRulesId', value: ownRulesId },
                ]);
              }}
            />
            <Pick
              className="col-span-2"
              label="Feeder fuse by"
              value={settings.feederSchool}
              options={
                [
                  ['summedLoads', '1.25 × summed loads'],
                  ['summedFuses', 'summed branch fuses'],
                ] as const
              }
              onPick={(v: FeederSchool) => setting('feederSchool', v)}
            />
            <Pick
              className="col-span-2"
              label="One battery of several lost"
              value={settings.lostBattery}
              options={
                [
                  ['carries', 'the others carry on: leads and fuses sized for it'],
                  ['trips', 'the others may trip'],
                ] as const
              }
              onPick={(v: 'carries' | 'trips') => setting('lostBattery', v)}
            />
            <Pick
              className="col-span-2"
              label="A load’s drop is judged beside"
              value={settings.dropsBeside}
              options={
                [
                  ['steadyLoads', 'the other d.c. loads'],
                  ['everything', 'everything, inverters and starts too'],
                ] as const
              }
              onPick={(v: 'steadyLoads' | 'everything') => setting('dropsBeside', v)}
            />
            <p className="dim col-span-4 text-xs">
              {job.profile.scope}. {job.profile.caution}
            </p>
            <NumberField
              {...inPercent(SETTINGS_FIELDS.routeSlackShare)}
              value={Math.round(settings.routeSlackShare * 1000) / 10}
              onCommit={(v) => setting('routeSlackShare', v / 100)}
            />
            <NumberField
              {...SETTINGS_FIELDS.endSlackMm}
              value={settings.endSlackMm}
              onCommit={(v) => setting('endSlackMm', v)}
            />
          </Part>
          <TextField
            className="col-span-4"
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
