import { inPercent } from '@ombrik/core/document/fields';
import type { PowerPlan } from '@ombrik/core/document/power/power';
import { POWER_FIELDS, SITE_FIELDS } from '@ombrik/core/document/power/powerFields';
import { SETTINGS_FIELDS } from '@ombrik/core/document/settings/settingsFields';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { percent } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { usePowerPlan } from './usePowerPlan.ts';

/** Where the system stands, and how its bank is planned for. */
export function SitePlan() {
  const job = useJob();
  const { power, settings } = job.board;
  const put = usePowerPlan();
  const site = (change: Partial<PowerPlan['site']>) => put('site', { ...power.site, ...change }, 'site');
  return (
    <section className="grid content-start gap-2">
      <h1 className="text-2xl">Sources</h1>
      <h2 className="perforated pt-2 text-lg">Where it stands</h2>
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          {...SITE_FIELDS.latitudeDeg}
          value={power.site.latitudeDeg}
          unit="° north"
          onCommit={(latitudeDeg) => site({ latitudeDeg })}
        />
        <PickField
          label="The bank stands"
          value={power.site.bankPlace}
          options={[
            ['heated', 'in the warm'],
            ['sheltered', 'sheltered, as cold as the air'],
          ]}
          onPick={(bankPlace) => site({ bankPlace })}
        />
        <NumberField
          {...SITE_FIELDS.coldestMonthC}
          value={power.site.coldestMonthC}
          onCommit={(coldestMonthC) => site({ coldestMonthC })}
        />
        <NumberField
          {...SITE_FIELDS.warmestMonthC}
          value={power.site.warmestMonthC}
          onCommit={(warmestMonthC) => site({ warmestMonthC })}
        />
        <NumberField
          {...inPercent(SITE_FIELDS.winterCloudShare)}
          value={Math.round(power.site.winterCloudShare * 100)}
          unit="% of sky"
          onCommit={(v) => site({ winterCloudShare: v / 100 })}
        />
        <NumberField
          {...inPercent(SITE_FIELDS.summerCloudShare)}
          value={Math.round(power.site.summerCloudShare * 100)}
          unit="% of sky"
          onCommit={(v) => site({ summerCloudShare: v / 100 })}
        />
      </div>
      {power.site.latitudeDeg === null && <p className="text-warning">Nobody has said the latitude yet.</p>}
      <h2 className="perforated pt-2 text-lg">How the bank is planned</h2>
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          {...SETTINGS_FIELDS.autonomyDays}
          label="Days without charging"
          value={settings.autonomyDays}
          unit="days"
          onCommit={(value) =>
            job.edit('Setting: days without charging', [{ kind: 'setSetting', field: 'autonomyDays', value }])
          }
        />
        <NumberField
          {...inPercent(POWER_FIELDS.ageingReserveShare)}
          value={Math.round(power.ageingReserveShare * 100)}
          onCommit={(v) => put('ageingReserveShare', v / 100, 'ageing reserve')}
        />
      </div>
      <p className="flex flex-wrap items-baseline gap-2">
        <span className="dim">usable share</span>
        <span className="num">{percent(job.dossier.energy.usableShare)}</span>
        <LockChoice
          label="usable share"
          choice={power.usableShare}
          current={Math.round(job.dossier.energy.usableShare * 100) / 100}
          options={[0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.85, 0.9, 0.95, 1].map((value) => ({
            value,
            text: `${Math.round(value * 100)} %`,
          }))}
          onChange={(choice) => put('usableShare', choice, 'usable share')}
        />
      </p>
      <p className="flex items-baseline gap-2">
        <span className="dim">left in the cold</span>
        <Askable address="job/coldShare">{percent(job.dossier.energy.coldShare)}</Askable>
      </p>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={power.inverterAlwaysOn}
          onChange={(e) => put('inverterAlwaysOn', e.target.checked, 'inverter idling')}
        />
        inverter stays on day and night
      </label>
    </section>
  );
}
