import type { PartData } from '../../document/part/part.ts';
import { chargerPart } from '../chargerPart.ts';
import { mainsTerminals } from '../makings.ts';
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

/**
 * Engine, sun and where it says so mains in one case: each input has its own limits, the output one. Values invented but
 * plausible.
 * @param shared one minus for all, as most have
 */
const combined = (
  systemV: 12 | 24,
  outputA: number,
  { shared, mains, price }: { shared: boolean; mains: boolean; price: number },
): PartData => {
  const plain = chargerPart({
    id: `combined-${systemV}-${outputA}${mains ? '-mains' : ''}${shared ? '' : '-isolated'}`,
    name: `Combined charger ${systemV} V, ${outputA} A: engine, sun${mains ? ', mains' : ''}; ${shared ? 'one minus' : 'inputs isolated'}`,
    source: 'dcdc',
    outputA,
    outputV: (systemV / 12) * 14.4,
    inputMaxA: Math.round((outputA * systemV) / 12 / 0.75),
    inputMaxV: 16,
    system: [systemV],
    price,
  });
  const minus = (id: string) => (shared ? 'outMinus' : id);
  const engine = plain.elements[0]!;
  if (engine.kind !== 'charger') throw new Error(`element of ${plain.id} is ${engine.kind}; accepted: charger`);
  const own = { ...engine, togetherA: outputA };
  return {
    ...plain,
    widthMm: 220,
    terminals: [
      ...plain.terminals
        .filter((t) => !shared || t.id !== 'inMinus')
        .map((t) => ({ ...t, required: t.id.startsWith('out') })),
      clamp('sunPlus', 'plus', [-84, 47, 90], [2.5, 16], { name: 'sun plus', required: false }),
      ...(shared ? [] : [clamp('sunMinus', 'minus', [84, 47, 90], [2.5, 16], { name: 'sun minus', required: false })]),
      ...(mains ? mainsTerminals(-47, 270) : []),
    ],
    elements: [
      { ...own, inMinus: minus('inMinus') },
      {
        ...own,
        id: 'sun',
        source: 'solar',
        inPlus: 'sunPlus',
        inMinus: minus('sunMinus'),
        efficiencyShare: 0.95,
        inputMaxA: 30,
        inputMaxV: 50,
      },
      ...(mains
        ? [
            {
              kind: 'mainsCharger' as const,
              id: 'mains',
              plus: 'outPlus',
              minus: 'outMinus',
              outputA,
              outputV: engine.outputV,
              efficiencyShare: 0.88,
              acIn: 'acL',
              togetherA: outputA,
            },
          ]
        : []),
    ],
  };
};

export const DCDC_CHARGERS: readonly PartData[] = [
  dcdc30,
  triggered(dcdc30),
  combined(12, 30, { shared: true, mains: false, price: 320 }),
  combined(12, 50, { shared: true, mains: false, price: 440 }),
  combined(12, 30, { shared: false, mains: false, price: 390 }),
  combined(12, 30, { shared: true, mains: true, price: 560 }),
  combined(24, 25, { shared: true, mains: false, price: 420 }),
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
