import type { PartData } from '../../document/part/part.ts';
import { chargerPart } from '../chargerPart.ts';
import { clamp } from '../terminals.ts';

/** A DC-DC charger that works only while its trigger is live, with two wires to set its curve. */
const triggered = (plain: PartData): PartData => ({
  ...plain,
  id: `${plain.id}-trigger`,
  name: `${plain.name}, with trigger and curve wires`,
  terminals: [
    ...plain.terminals,
    clamp('trigger', 'plus', [-60, plain.heightMm / 2 - 8, 90], [0.5, 2.5], { name: 'trigger' }),
    clamp('curveA', 'none', [-60, -plain.heightMm / 2 + 8, 270], [0.5, 2.5], {
      name: 'curve A',
      domain: 'signal',
      required: false,
    }),
    clamp('curveB', 'none', [-40, -plain.heightMm / 2 + 8, 270], [0.5, 2.5], {
      name: 'curve B',
      domain: 'signal',
      required: false,
    }),
  ],
  elements: [
    ...plain.elements.map((e) => (e.kind === 'charger' ? { ...e, enable: 'trigger' } : e)),
    { kind: 'strap', id: 'curve', a: 'curveA', b: 'curveB', joinedFor: 'lifepo4' },
  ],
});

const dcdc30 = chargerPart({
  id: 'dcdc-12-12-30',
  name: 'DC-DC charger 12→12 V, 30 A',
  source: 'dcdc',
  outputA: 30,
  outputV: 14.4,
  inputMaxA: 40,
  inputMaxV: 16,
  system: [12],
  price: 210,
});

export const DCDC_CHARGERS: readonly PartData[] = [
  dcdc30,
  triggered(dcdc30),
  chargerPart({
    id: 'dcdc-12-24-15',
    name: 'DC-DC charger 12→24 V, 15 A',
    source: 'dcdc',
    outputA: 15,
    outputV: 28.8,
    inputMaxA: null,
    inputMaxV: 16,
    system: [24],
    price: 230,
  }),
  chargerPart({
    id: 'dcdc-12-48-6',
    name: 'DC-DC charger 12→48 V, 6 A',
    source: 'dcdc',
    outputA: 6,
    outputV: 57.6,
    inputMaxA: 36,
    inputMaxV: 16,
    system: [48],
    price: 260,
  }),
];
