import type { Chemistry } from '../../document/brief/brief.ts';
import type { PartData } from '../../document/part/part.ts';
import { CHEMISTRY_NAME } from '../../words.ts';
import { signalOutput } from '../makings.ts';
import { clamp, stud } from '../terminals.ts';

const battery = (
  chemistry: Chemistry,
  nominalV: number,
  capacityAh: number,
  resistanceOhm: number,
  [widthMm, heightMm, depthMm, massKg]: [number, number, number, number],
  [chargeLimitA, dischargeLimitA]: [number, number],
  price: number,
): PartData => ({
  id: `battery-${chemistry}-${nominalV}-${capacityAh}`,
  kind: 'battery',
  name: `${chemistry === 'vented' ? 'Vented lead-acid' : CHEMISTRY_NAME[chemistry]} battery ${nominalV} V ${capacityAh} Ah`,
  widthMm,
  heightMm,
  depthMm,
  massKg,
  clearSpaceMm: { left: 10, right: 10, top: 10, bottom: 0 },
  mountHoles: [],
  terminals: [
    stud('plus', 'plus', [-widthMm / 2 + 30, -heightMm / 2 + 25, 270], [8, 32], { zMm: 20 }),
    stud('minus', 'minus', [widthMm / 2 - 30, -heightMm / 2 + 25, 270], [8, 32], { zMm: 20 }),
  ],
  elements: [
    {
      kind: 'battery',
      id: 'b',
      plus: 'plus',
      minus: 'minus',
      chemistry,
      nominalV,
      capacityAh,
      resistanceOhm,
      chargeLimitA,
      dischargeLimitA,
      // Electronics of a lithium battery open well above what it may give all day. General knowledge, no source.
      bmsCutA: chemistry === 'lifepo4' ? 3 * dischargeLimitA : null,
      limitsInrush: false,
      wakes: chemistry === 'lifepo4' ? 'by charger' : 'never off',
    },
  ],
  systemVoltagesV: [12, 24, 48],
  price,
  leadTimeDays: 14,
});

/** A battery with a thinner stud on its minus, as some are made: two kinds of lug for one battery. */
const twoPosts = (made: PartData): PartData => ({
  ...made,
  id: `${made.id}-m8-m6`,
  name: `${made.name}, posts M8 and M6`,
  terminals: made.terminals.map((t) =>
    t.polarity === 'minus' ? { ...t, attachment: { kind: 'stud', diameterMm: 6, palmWidthMaxMm: 30 } } : t,
  ),
});

/** A battery whose electronics pre-charge what hangs on it, and that is woken by its own button. */
const preCharging = (plain: PartData): PartData => ({
  ...plain,
  id: `${plain.id}-precharge`,
  name: `${plain.name}, pre-charges by itself, wake button`,
  elements: plain.elements.map((e) => (e.kind === 'battery' ? { ...e, limitsInrush: true, wakes: 'by button' } : e)),
  price: plain.price === null ? null : plain.price + 90,
});

/** A battery whose electronics say by two outputs whether its cells may be charged and discharged. */
const withOutputs = (plain: PartData): PartData => ({
  ...plain,
  id: `${plain.id}-outputs`,
  name: `${plain.name}, charge and load outputs`,
  terminals: [
    ...plain.terminals,
    clamp('chargeOk', 'plus', [-20, plain.heightMm / 2 - 10, 90], [0.5, 2.5], { name: 'charge ok', required: false }),
    clamp('loadOk', 'plus', [20, plain.heightMm / 2 - 10, 90], [0.5, 2.5], { name: 'load ok', required: false }),
  ],
  elements: [
    ...plain.elements,
    signalOutput('chargeOk', 'plus', 'cellsTakeCharge'),
    signalOutput('loadOk', 'plus', 'cellsGiveCharge'),
  ],
  price: plain.price === null ? null : plain.price + 60,
});

export const BATTERIES: readonly PartData[] = [
  battery('agm', 12, 100, 0.0055, [330, 175, 220, 29], [20, 150], 190),
  battery('agm', 12, 200, 0.0032, [520, 240, 220, 58], [40, 300], 360),
  battery('vented', 12, 100, 0.006, [345, 175, 230, 26], [20, 150], 130),
  battery('vented', 12, 220, 0.0035, [518, 276, 242, 60], [44, 300], 260),
  twoPosts(battery('agm', 12, 100, 0.0055, [330, 175, 220, 29], [20, 150], 190)),
  battery('lifepo4', 12, 50, 0.004, [200, 166, 172, 6], [25, 50], 240),
  battery('lifepo4', 12, 100, 0.0025, [330, 172, 220, 11], [50, 100], 420),
  battery('lifepo4', 12, 200, 0.0016, [520, 240, 220, 22], [100, 200], 760),
  battery('lifepo4', 24, 200, 0.0024, [560, 320, 260, 42], [100, 200], 1480),
  battery('lifepo4', 24, 100, 0.004, [520, 240, 220, 22], [50, 100], 780),
  battery('lifepo4', 48, 100, 0.012, [440, 130, 440, 55], [50, 100], 1450),
  withOutputs(battery('lifepo4', 12, 100, 0.0025, [330, 172, 220, 11], [50, 100], 420)),
  preCharging(battery('lifepo4', 48, 100, 0.012, [440, 130, 440, 55], [50, 100], 1450)),
  withOutputs(battery('lifepo4', 24, 200, 0.0024, [560, 320, 260, 42], [100, 200], 1480)),
];
