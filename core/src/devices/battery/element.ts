import type { Id } from '../../document/basics.ts';
import { CHEMISTRIES, type Chemistry } from '../../document/brief/brief.ts';
import { flag, id, num, oneOfText, orNull, record, tagIs } from '../../document/schemaKit.ts';
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
  /** Limits the rush into an empty inverter by itself: no pre-charge resistor is wanted. */
  limitsInrush: boolean;
  /** How one that has shut itself off comes back. */
  wakes: 'never off' | 'by charger' | 'by button';
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
    chemistry: oneOfText(CHEMISTRIES),
    nominalV: volt(),
    capacityAh: num({ min: 0.1, max: 5000, unit: 'Ah' }),
    resistanceOhm: ohm(),
    chargeLimitA: amp(),
    dischargeLimitA: amp(),
    bmsCutA: orNull(amp()),
    limitsInrush: flag(),
    wakes: oneOfText(['never off', 'by charger', 'by button']),
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
    5: (element) => ({ limitsInrush: false, wakes: element.bmsCutA == null ? 'never off' : 'by charger' }),
  },
});
