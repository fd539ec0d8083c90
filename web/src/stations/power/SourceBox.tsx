import { inPercent } from '@ombrik/core/document/fields';
import type { PowerPlan } from '@ombrik/core/document/power/power';
import { ALTERNATOR_FIELDS, GENERATOR_FIELDS, MAINS_FIELDS, SUN_FIELDS } from '@ombrik/core/document/power/powerFields';
import { type ComponentType, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { PickField } from '../../ui/PickField.tsx';
import { NumberField } from '../../ui/TextField.tsx';
import { usePowerPlan } from './usePowerPlan.ts';

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

interface Fields<K extends SourceKey> {
  value: (typeof NEW)[K];
  set: (change: Partial<(typeof NEW)[K]>) => void;
}

/** One thing that may feed the board: there or not; taken off and put back, it is as it was. */
export function SourceBox<K extends SourceKey>({
  source,
  title,
  absent,
  fields: FieldsOf,
}: {
  source: K;
  title: string;
  absent: string;
  fields: ComponentType<Fields<K>>;
}) {
  const { power } = useJob().board;
  const put = usePowerPlan();
  const [remembered, setRemembered] = useState<(typeof NEW)[K] | null>(null);
  const value = power[source] as (typeof NEW)[K] | null;
  const set = (to: (typeof NEW)[K] | null) => put(source, to as never, title.toLowerCase());
  return (
    <fieldset className="border border-base-300 bg-base-100 p-3">
      <legend className="label-face px-1 text-lg">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={value !== null}
            onChange={(e) => {
              if (value) setRemembered(value);
              set(e.target.checked ? (remembered ?? NEW[source]) : null);
            }}
          />
          {title}
        </label>
      </legend>
      {value ? (
        <div className="grid grid-cols-2 gap-2">
          <FieldsOf value={value} set={(change) => set({ ...value, ...change })} />
        </div>
      ) : (
        <p className="dim text-sm">{absent}</p>
      )}
    </fieldset>
  );
}

export function SunFields({ value: s, set }: Fields<'sun'>) {
  return (
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
  );
}

export function AlternatorFields({ value: a, set }: Fields<'alternator'>) {
  return (
    <>
      <PickField<12 | 24>
        label="Engine side"
        value={a.nominalV}
        options={[
          [12, '12 V'],
          [24, '24 V'],
        ]}
        onPick={(nominalV) => set({ nominalV })}
      />
      <NumberField {...ALTERNATOR_FIELDS.ratedA} value={a.ratedA} onCommit={(ratedA) => set({ ratedA })} />
      <NumberField
        {...inPercent(ALTERNATOR_FIELDS.shareMax)}
        value={Math.round(a.shareMax * 100)}
        onCommit={(v) => set({ shareMax: v / 100 })}
      />
      <NumberField {...ALTERNATOR_FIELDS.maxA} value={a.maxA} onCommit={(maxA) => set({ maxA })} />
      <NumberField {...ALTERNATOR_FIELDS.idleMaxA} value={a.idleMaxA} onCommit={(idleMaxA) => set({ idleMaxA })} />
      <NumberField
        {...inPercent(ALTERNATOR_FIELDS.idleShare)}
        value={Math.round(a.idleShare * 100)}
        unit="% of it"
        onCommit={(v) => set({ idleShare: v / 100 })}
      />
      <NumberField {...ALTERNATOR_FIELDS.chargingV} value={a.chargingV} onCommit={(chargingV) => set({ chargingV })} />
      <NumberField {...ALTERNATOR_FIELDS.ecoV} value={a.ecoV} onCommit={(ecoV) => set({ ecoV })} />
      <NumberField
        {...ALTERNATOR_FIELDS.hoursPerDay}
        value={a.hoursPerDay}
        unit="h a day"
        onCommit={(hoursPerDay) => set({ hoursPerDay })}
      />
    </>
  );
}

export function MainsFields({ value: m, set }: Fields<'mains'>) {
  return (
    <NumberField {...MAINS_FIELDS.hoursPerDay} value={m.hoursPerDay} onCommit={(hoursPerDay) => set({ hoursPerDay })} />
  );
}

export function GeneratorFields({ value: g, set }: Fields<'generator'>) {
  const { currency } = useJob().workshop;
  return (
    <>
      <NumberField {...GENERATOR_FIELDS.powerW} value={g.powerW} onCommit={(powerW) => set({ powerW })} />
      <NumberField
        {...GENERATOR_FIELDS.costPerHour}
        value={g.costPerHour}
        unit={currency}
        onCommit={(costPerHour) => set({ costPerHour })}
      />
      <NumberField
        {...inPercent(GENERATOR_FIELDS.startAtShare)}
        value={Math.round(g.startAtShare * 100)}
        onCommit={(v) => set({ startAtShare: v / 100 })}
      />
    </>
  );
}
