import type { ProfileId } from '@ombrik/core/document/brief/brief';
import { BRIEF_FIELDS } from '@ombrik/core/document/brief/briefFields';
import { inPercent } from '@ombrik/core/document/fields';
import type { FeederSchool } from '@ombrik/core/document/settings/settings';
import { SETTINGS_FIELDS } from '@ombrik/core/document/settings/settingsFields';
import { PROFILES } from '@ombrik/core/profiles/profiles';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { Part } from './Part.tsx';
import { useBrief } from './useBrief.ts';

/** Voltage, bank and mains of the system, the rules it is built to and the schools it follows. */
export function OrderSystem() {
  const job = useJob();
  const { brief, settings } = job.board;
  const { set, setting } = useBrief();
  return (
    <Part title="System">
      <PickField
        label="System voltage"
        value={brief.systemVoltageV}
        options={[
          [12, '12 V'],
          [24, '24 V'],
          [48, '48 V'],
        ]}
        onPick={(v) => set('systemVoltageV', v)}
      />
      <PickField
        label="Bank chemistry"
        value={brief.chemistry}
        options={[
          ['lifepo4', 'LiFePO4'],
          ['agm', 'AGM'],
          ['vented', 'Lead-acid, vented'],
        ]}
        onPick={(v) => set('chemistry', v)}
      />
      <PickField
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
      <PickField
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
      <PickField
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
      <PickField
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
      <PickField
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
      <p className="dim col-span-full text-xs">
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
  );
}
