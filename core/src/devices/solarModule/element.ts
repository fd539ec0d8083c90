import type { Id } from '../../document/basics.ts';
import { id, num, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, volt } from '../elementKind.ts';

export interface SolarSourceElement extends Elemental<'solarSource'> {
  plus: Id;
  minus: Id;
  peakW: number;
  openCircuitV: number;
  shortCircuitA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    solarSource: SolarSourceElement;
  }
  interface ElementRoles {
    solarSource: 'solar';
  }
}

export const solarSourceElement = elementKind({
  kind: 'solarSource',
  role: 'solar',
  schema: record({
    kind: tagIs('solarSource'),
    id: id(),
    plus: id(),
    minus: id(),
    peakW: num({ min: 1, max: 20000, unit: 'W' }),
    openCircuitV: volt(),
    shortCircuitA: amp(),
  }),
  terminals: ['plus', 'minus'],
  sheet: {
    peakW: ['Peak power', 'W'],
    openCircuitV: ['Open-circuit voltage', 'V'],
    shortCircuitA: ['Short-circuit current', 'A'],
  },
});
