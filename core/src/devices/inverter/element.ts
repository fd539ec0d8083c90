import type { Id } from '../../document/basics.ts';
import { id, num, oneOfText, orNull, record, tagIs } from '../../document/schemaKit.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { inverterCurrent } from '../../formulas/demand.ts';
import { amp, type Elemental, elementKind, share, volt } from '../elementKind.ts';

export interface InverterElement extends Elemental<'inverter'> {
  plus: Id;
  minus: Id;
  acPowerW: number;
  /** Apparent power it may give; watts are fewer where the load's power factor is under one. */
  ratedVA: number;
  efficiencyShare: number;
  cutoffV: number;
  idleA: number;
  /** Power for the moment a motor starts. */
  surgeW: number;
  waveform: 'sine' | 'modified';
  /** Line terminal of its output; null where the sheet shows none. */
  acOut: Id | null;
  /** Line terminal of its own input: while that is live, its transfer relay passes it through. */
  acIn: Id | null;
  /** Most its transfer relay passes from that input; null where it has none. */
  transferA: number | null;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    inverter: InverterElement;
  }
  interface ElementRoles {
    inverter: 'consumer';
  }
}

export const inverterElement = elementKind({
  kind: 'inverter',
  role: 'consumer',
  schema: record({
    kind: tagIs('inverter'),
    id: id(),
    plus: id(),
    minus: id(),
    acPowerW: num({ min: 1, max: 50000, unit: 'W' }),
    ratedVA: num({ min: 1, max: 62500, unit: 'VA' }),
    efficiencyShare: share(),
    cutoffV: volt(),
    idleA: num({ min: 0, max: 50, unit: 'A' }),
    surgeW: num({ min: 1, max: 200000, unit: 'W' }),
    waveform: oneOfText(['sine', 'modified']),
    acOut: orNull(id()),
    acIn: orNull(id()),
    transferA: orNull(amp()),
  }),
  terminals: ['plus', 'minus', 'acIn', 'acOut'],
  sheet: {
    acPowerW: ['Output power', 'W'],
    ratedVA: ['Apparent power', 'VA'],
    efficiencyShare: ['Efficiency', ''],
    cutoffV: ['Cut-off voltage', 'V'],
    idleA: ['Idle current', 'A'],
  },
  older: {
    2: (element) => ({ surgeW: 2 * Number(element.acPowerW), waveform: 'sine' }),
    3: () => ({ acOut: null, acIn: null }),
    5: (element) => ({ ratedVA: Number(element.acPowerW), transferA: element.acIn === null ? null : 16 }),
  },
  draw: (element, { address }) => ({
    designCurrentA: use(
      inverterCurrent,
      { acPowerW: element.acPowerW, cutoffV: element.cutoffV, efficiencyShare: element.efficiencyShare },
      address,
      { acPowerW: given('part sheet'), cutoffV: given('part sheet'), efficiencyShare: given('part sheet') },
    ),
    origin: figure(address),
    apart: true,
    surgeFactor: element.surgeW / element.acPowerW,
    operating: { kind: 'power', powerW: element.acPowerW / element.efficiencyShare },
  }),
  makesLive: ({ plus, acIn, acOut }) =>
    acOut === null ? null : { at: acOut, whileLive: acIn === null ? [plus] : [plus, acIn] },
});
