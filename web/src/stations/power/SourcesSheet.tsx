import type { Command } from '@ombrik/core/document/commands';
import { inPercent } from '@ombrik/core/document/fields';
import type { PowerPlan } from '@ombrik/core/document/power/power';
import {
  ALTERNATOR_FIELDS,
  GENERATOR_FIELDS,
  MAINS_FIELDS,
  POWER_FIELDS,
  SITE_FIELDS,
  SUN_FIELDS,
} from '@ombrik/core/document/power/powerFields';
import { SETTINGS_FIELDS } from '@ombrik/core/document/settings/settingsFields';
import { SUN_SOURCE } from '@ombrik/core/power/sunByMonth';
import { type ReactNode, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { percent } from '../../ui/format.ts';
import { LockChoice } from '../../ui/LockChoice.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { AlternatorWays } from './AlternatorWays.tsx';
import { SunMonths } from './SunMonths.tsx';

const NEW: {
  sun: NonNullable<PowerPlan['sun']>;
  alternator: NonNullable<PowerPlan['alternator']>;
  mains: NonNullable<PowerPlan['mains']>;
  generator: NonNullable<PowerPlan['generator']>;
} = {
  sun: { tiltDeg: 35, azimuthDeg: 0, maxPeakW: 800, lossShare: 0.2 },
  alternator: {
    nominalV: 12,
    chargingV: 14.2,
    ecoV: 12.9,
    ratedA: 120,
    shareMax: 0.5,
    maxA: 60,
    idleMaxA: 30,
    idleShare: 0.2,
    hoursPerDay: 1,
  },
  mains: { hoursPerDay: 8 },
  generator: { powerW: 2000, costPerHour: 4, startAtShare: 0.3 },
};
type SourceKey = keyof typeof NEW;

/** Where it stands, what can feed it, and how the bank is planned for. */
export function SourcesSheet() {
  const job = useJob();
  const { power, settings } = job.board;
  const [remembered, setRemembered] = useState<Partial<typeof NEW>>({});
  const put = <F extends keyof PowerPlan>(field: F, value: PowerPlan[F], what: string) =>
    job.edit(`Power: ${what}`, [{ kind: 'setPower', field, value } as Command]);
  const site = (change: Partial<PowerPlan['site']>) => put('site', { ...power.site, ...change }, 'site');
  const source = <K extends SourceKey>(
    key: K,
    title: string,
    absent: string,
    fields: (value: (typeof NEW)[K], set: (change: Partial<(typeof NEW)[K]>) => void) => ReactNode,
  ) => {
    const value = power[key] as (typeof NEW)[K] | null;
    return (
      <fieldset className="border border-base-300 bg-base-100 p-3">
        <legend className="label-face px-1 text-lg">
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="checkbox checkbox-sm"
              checked={value !== null}
              onChange={(e) => {
                if (value) setRemembered({ ...remembered, [key]: value });
                put(key, (e.target.checked ? (remembered[key] ?? NEW[key]) : null) as never, title.toLowerCase());
              }}
            />
            {title}
          </label>
        </legend>
        {value ? (
          <div className="grid grid-cols-2 gap-2">
            {fields(value, (change) => put(key, { ...value, ...change } as never, title.toLowerCase()))}
          </div>
        ) : (
          <p className="dim text-sm">{absent}</p>
        )}
      </fieldset>
    );
  };
  return (
    <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-5 p-4">
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
          <label className="grid gap-0.5">
            <span className="label-face">The bank stands</span>
            <select
              className="select w-full"
              value={power.site.bankPlace}
              onChange={(e) => site({ bankPlace: e.target.value as 'heated' | 'sheltered' })}
            >
              <option value="heated">in the warm</option>
              <option value="sheltered">sheltered, as cold as the air</option>
            </select>
          </label>
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
      <section className="grid content-start gap-3">
        <div className="grid grid-cols-2 gap-3">
          {source('sun', 'Sun', 'No sun. A board may well be charged without.', (s, set) => (
            <>
              <NumberField {...SUN_FIELDS.tiltDeg} value={s.tiltDeg} onCommit={(tiltDeg) => set({ tiltDeg })} />
              <NumberField
                {...SUN_FIELDS.azimuthDeg}
                value={s.azimuthDeg}
                unit="° to west"
                onCommit={(azimuthDeg) => set({ azimuthDeg })}
              />
              <NumberField {...SUN_FIELDS.maxPeakW} value={s.maxPeakW} onCommit={(maxPeakW) => set({ maxPeakW })} />
              <NumberField
                {...inPercent(SUN_FIELDS.lossShare)}
                value={Math.round(s.lossShare * 100)}
                onCommit={(v) => set({ lossShare: v / 100 })}
              />
            </>
          ))}
          {source('alternator', 'Alternator', 'No engine near.', (a, set) => (
            <>
              <label className="grid gap-0.5">
                <span className="label-face">Engine side</span>
                <select
                  className="select w-full"
                  value={a.nominalV}
                  onChange={(e) => set({ nominalV: Number(e.target.value) as 12 | 24 })}
                >
                  <option value={12}>12 V</option>
                  <option value={24}>24 V</option>
                </select>
              </label>
              <NumberField {...ALTERNATOR_FIELDS.ratedA} value={a.ratedA} onCommit={(ratedA) => set({ ratedA })} />
              <NumberField
                {...inPercent(ALTERNATOR_FIELDS.shareMax)}
                value={Math.round(a.shareMax * 100)}
                onCommit={(v) => set({ shareMax: v / 100 })}
              />
              <NumberField {...ALTERNATOR_FIELDS.maxA} value={a.maxA} onCommit={(maxA) => set({ maxA })} />
              <NumberField
                {...ALTERNATOR_FIELDS.idleMaxA}
                value={a.idleMaxA}
                onCommit={(idleMaxA) => set({ idleMaxA })}
              />
              <NumberField
                {...inPercent(ALTERNATOR_FIELDS.idleShare)}
                value={Math.round(a.idleShare * 100)}
                unit="% of it"
                onCommit={(v) => set({ idleShare: v / 100 })}
              />
              <NumberField
                {...ALTERNATOR_FIELDS.chargingV}
                value={a.chargingV}
                onCommit={(chargingV) => set({ chargingV })}
              />
              <NumberField {...ALTERNATOR_FIELDS.ecoV} value={a.ecoV} onCommit={(ecoV) => set({ ecoV })} />
              <NumberField
                {...ALTERNATOR_FIELDS.hoursPerDay}
                value={a.hoursPerDay}
                unit="h a day"
                onCommit={(hoursPerDay) => set({ hoursPerDay })}
              />
            </>
          ))}
          {source('mains', 'Mains', 'No public supply.', (m, set) => (
            <NumberField
              {...MAINS_FIELDS.hoursPerDay}
              value={m.hoursPerDay}
              onCommit={(hoursPerDay) => set({ hoursPerDay })}
            />
          ))}
          {source('generator', 'Generator', 'No generator.', (g, set) => (
            <>
              <NumberField
                {...inPercent(ALTERNATOR_FIELDS.ratedA)}
                value={g.powerW}
                unit="W"
                onCommit={(powerW) => set({ powerW })}
              />
              <NumberField
                {...GENERATOR_FIELDS.costPerHour}
                value={g.costPerHour}
                unit={job.workshop.currency}
                onCommit={(costPerHour) => set({ costPerHour })}
              />
              <NumberField
                {...inPercent(GENERATOR_FIELDS.startAtShare)}
                value={Math.round(g.startAtShare * 100)}
                onCommit={(v) => set({ startAtShare: v / 100 })}
              />
            </>
          ))}
        </div>
        {power.sun && <SunMonths />}
        {power.sun && <p className="dim text-xs">Sun by {SUN_SOURCE}.</p>}
        {power.alternator && <AlternatorWays alternator={power.alternator} />}
      </section>
    </div>
  );
}
