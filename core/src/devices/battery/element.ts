import type { Id } from '../../document/basics.ts';
import type { Chemistry } from '../../document/brief/brief.ts';
import { id, num, oneOfText, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm, volt } from '../elementKind.ts';

export interface BatteryElement extends Elemental<'battery'> {
  plus: Id;
  minus: Id;
  chemistry: Chemistry;
  nominalV: number;
  capacityAh: number;
  resistanceOhm: number;
  chargeLimitA: number;
  dischargeLimitA: number;
  /** Current at which the battery's own electronics open; null where it has none. */
  bmsCutA: number | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    battery: BatteryElement;
  }
  interface ElementRoles {
    battery: 'source';
  }
}

export const batteryElement = elementKind({
  kind: 'battery',
  role: 'source',
  schema: record({
    kind: tagIs('battery'),
    id: id(),
    plus: id(),
    minus: id(),
    chemistry: oneOfText(['agm', 'lifepo4']),
    nominalV: volt(),
    capacityAh: num({ min: 0.1, max: 5000, unit: 'Ah' }),
    resistanceOhm: ohm(),
    chargeLimitA: amp(),
    dischargeLimitA: amp(),
    bmsCutA: orNull(amp()),
  }),
  terminals: ['plus', 'minus'],
  sheet: {
    nominalV: ['Nominal voltage', 'V'],
    capacityAh: ['Capacity', 'Ah'],
    resistanceOhm: ['Resistance', 'Ω'],
    chargeLimitA: ['Charge limit', 'A'],
    dischargeLimitA: ['Discharge limit', 'A'],
  },
  older: {
    2: () => ({ bmsCutA: null }),
  },
});
