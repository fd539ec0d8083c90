import { type Draft, type SettingAsked, settingsStep } from '../../devices/benchStep.ts';
import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { Part, PartKind } from '../../document/part/part.ts';
import { CHARGE_SETTINGS } from '../../tables/chargeSettings.ts';
import type { BenchItem } from './benchWords.ts';
import { isDisplay } from './wattsSteps.ts';

type Brief = Pick<ElectricalBrief, 'chemistry' | 'systemVoltageV'>;

const volts = (per12V: number, { systemVoltageV }: Brief) => `${((per12V * systemVoltageV) / 12).toFixed(1)} V`;

function chargeAsks(brief: Brief): SettingAsked[] {
  const { absorptionV, floatV, blockedBelowC } = CHARGE_SETTINGS[brief.chemistry];
  return [
    { name: 'Switch pattern or profile', expects: brief.chemistry === 'lifepo4' ? 'LiFePO4' : brief.chemistry },
    { name: 'Absorption', expects: volts(absorptionV, brief) },
    { name: 'Float', expects: volts(floatV, brief) },
    { name: 'Charging blocked below', expects: blockedBelowC === null ? 'not set' : `${blockedBelowC} °C` },
    { name: 'Firmware', expects: '' },
  ];
}

/** What is asked of the settings of a kind of device. */
function asksOf(kind: PartKind, brief: Brief, bankAh: number): SettingAsked[] {
  if (kind === 'monitor' || kind === 'shunt')
    return [
      { name: 'Capacity', expects: `${Math.round(bankAh)} Ah` },
      { name: 'Alarm low', expects: '' },
      { name: 'Alarm high', expects: '' },
      { name: 'Zero of the current', expects: '0.0 A' },
    ];
  if (kind === 'inverter')
    return [
      { name: 'Output', expects: '' },
      { name: 'Cuts off below', expects: '' },
      { name: 'Comes back above', expects: '' },
      { name: 'Firmware', expects: '' },
    ];
  return chargeAsks(brief);
}

/** Settings of every device that has some: before, after, and what is expected. */
export const settingsSteps = (input: {
  items: readonly BenchItem[];
  parts: ReadonlyMap<Id, Part>;
  brief: Brief;
  bankAh: number;
}): Draft[] =>
  input.items.flatMap((item): Draft[] => {
    const part = input.parts.get(item.partId);
    if (!part || !(deviceOf(part.kind).hasSettings || part.kind === 'inverter')) return [];
    // A sensor or a hub has nothing to set.
    if (part.kind === 'monitor' && !isDisplay(part)) return [];
    return [
      settingsStep({
        id: `settings/${item.id}`,
        stage: 'settings',
        entityId: item.id,
        title: `Settings of ${item.designation}`,
        how: 'Write down what it was set to when it came, set it, and read it back. The battery’s own sheet comes before what is expected here.',
        caution: 'A charger set for another kind of battery can destroy it or set it on fire.',
        asks: asksOf(part.kind, input.brief, input.bankAh),
      }),
    ];
  });
