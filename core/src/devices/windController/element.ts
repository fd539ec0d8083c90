import type { Id } from '../../document/basics.ts';
import { id, num, record, tagIs } from '../../document/schemaKit.ts';
import { declareFormula, figure, given, use } from '../../engine/formula.ts';
import { amp, type Elemental, elementKind, volt } from '../elementKind.ts';

/** Charges from a turbine, and burns off what the bank does not take in a resistor of its own. */
export interface WindChargerElement extends Elemental<'windCharger'> {
  plus: Id;
  minus: Id;
  /** At the turbine's rated wind. */
  outputA: number;
  outputV: number;
  /** What its dump load takes out of the bank when the bank is full, whoever filled it. */
  dumpA: number;
  /** Where the dump load comes in. */
  dumpV: number;
  /** Mean over the year at its place, W: from the turbine's curve and the wind there. */
  meanW: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    windCharger: WindChargerElement;
  }
  interface ElementRoles {
    windCharger: 'charging';
  }
}

/** The lead carries the charge one way or the dump current the other, never both. */
export const windLeadCurrent = declareFormula({
  id: 'wind.leadCurrent',
  title: 'Design current of a wind controller’s lead',
  formula: 'max(outputA, dumpA)',
  unit: 'A',
  inputs: {
    outputA: { unit: 'A', what: 'charging current at rated wind', sample: [5, 60] },
    dumpA: { unit: 'A', what: 'current of the dump load', sample: [5, 80] },
  },
  source: 'the larger of the two ways the current goes (common practice, no source)',
  compute: ({ outputA, dumpA }) => Math.max(outputA, dumpA),
});

export const windChargerElement = elementKind({
  kind: 'windCharger',
  role: 'charging',
  schema: record({
    kind: tagIs('windCharger'),
    id: id(),
    plus: id(),
    minus: id(),
    outputA: amp(),
    outputV: volt(),
    dumpA: amp(),
    dumpV: volt(),
    meanW: num({ min: 0, max: 20000, unit: 'W' }),
  }),
  terminals: ['plus', 'minus'],
  sheet: {
    outputA: ['Output current', 'A'],
    outputV: ['Output voltage', 'V'],
    dumpA: ['Dump load takes', 'A'],
    dumpV: ['Dump load comes in at', 'V'],
    meanW: ['Mean power at its place', 'W'],
  },
  charging: {
    charge: ({ outputA, dumpA }, address) => ({
      designCurrentA: use(windLeadCurrent, { outputA, dumpA }, address, {
        outputA: given('part sheet'),
        dumpA: given('part sheet'),
      }),
      origin: figure(address),
      outputA,
    }),
    scenario: { id: 'wind', title: 'Full wind', says: 'wind controller at its rating, no load' },
    sourceName: 'wind',
    needs: null,
    fedAt: () => null,
    meanW: ({ meanW }) => meanW,
  },
});
