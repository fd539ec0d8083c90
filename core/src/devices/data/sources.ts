import type { Chemistry } from '../../document/brief/brief.ts';
import type { Element, PartData, Terminal } from '../../document/part/part.ts';
import { signalOutput } from './control.ts';
import { clamp, lead, stud } from './terminals.ts';

/** Generic batteries, feeds, solar modules, chargers and inverters. Values are invented but plausible. */
const noClear = { left: 0, right: 0, top: 0, bottom: 0 };
const hot = { left: 50, right: 50, top: 100, bottom: 100 };

const corners = (w: number, h: number, screwDiameterMm: number) =>
  [-1, 1].flatMap((sx) => [-1, 1].map((sy) => ({ xMm: sx * (w / 2 - 10), yMm: sy * (h / 2 - 10), screwDiameterMm })));

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
  name: `${chemistry === 'agm' ? 'AGM' : 'LiFePO4'} battery ${nominalV} V ${capacityAh} Ah`,
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

const feed = (nominalV: number): PartData => ({
  id: `feed-${nominalV}`,
  kind: 'feed',
  name: `Engine starter battery tap, ${nominalV} V`,
  widthMm: 60,
  heightMm: 40,
  depthMm: 40,
  massKg: 0,
  clearSpaceMm: noClear,
  mountHoles: [],
  terminals: [
    stud('plus', 'plus', [-15, 0, 180], [8, 24], { zMm: 10 }),
    stud('minus', 'minus', [15, 0, 0], [8, 24], { zMm: 10 }),
  ],
  elements: [{ kind: 'feed', id: 'f', plus: 'plus', minus: 'minus', resistanceOhm: 0.008, shortCircuitA: 1500 }],
  systemVoltagesV: [nominalV],
  price: null,
  leadTimeDays: null,
});

/** A feed that also says when the engine runs: a lead that is live from the alternator's own terminal. */
const feedWithSignal = (nominalV: number): PartData => {
  const plain = feed(nominalV);
  return {
    ...plain,
    id: `feed-${nominalV}-signal`,
    name: `Engine starter battery tap, ${nominalV} V, with engine-running lead`,
    terminals: [...plain.terminals, lead('running', 'plus', [0, 15, 90], 1.5, { name: 'running', required: false })],
    elements: [...plain.elements, signalOutput('running', 'plus', 'engineRunning')],
  };
};

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

const solarModule = (peakW: number, openCircuitV: number, shortCircuitA: number, price: number): PartData => ({
  id: `solar-${peakW}`,
  kind: 'solarModule',
  name: `Solar module ${peakW} W, ${openCircuitV} V open`,
  widthMm: 1000,
  heightMm: peakW * 5,
  depthMm: 35,
  massKg: Math.round(peakW * 0.55) / 10,
  clearSpaceMm: noClear,
  mountHoles: [],
  terminals: [lead('plus', 'plus', [-20, 0, 180], 4, { zMm: 5 }), lead('minus', 'minus', [20, 0, 0], 4, { zMm: 5 })],
  elements: [{ kind: 'solarSource', id: 's', plus: 'plus', minus: 'minus', peakW, openCircuitV, shortCircuitA }],
  systemVoltagesV: [],
  price,
  leadTimeDays: 10,
});

type ChargerSpec = {
  id: string;
  name: string;
  source: 'dcdc' | 'solar';
  outputA: number;
  outputV: number;
  inputMaxA: number | null;
  inputMaxV: number;
  system: number[];
  price: number;
};
const charger = (spec: ChargerSpec): PartData => {
  const w = spec.source === 'dcdc' ? 150 : 130;
  const h = spec.source === 'dcdc' ? 110 : 186;
  const y = h / 2 - 8;
  const bottom = (id: string, polarity: 'plus' | 'minus', x: number): Terminal =>
    clamp(id, polarity, [x, y, 90], [2.5, 25], { zMm: 15 });
  const element: Element = {
    kind: 'charger',
    id: 'c',
    source: spec.source,
    inPlus: 'inPlus',
    inMinus: 'inMinus',
    outPlus: 'outPlus',
    outMinus: 'outMinus',
    outputA: spec.outputA,
    outputV: spec.outputV,
    efficiencyShare: spec.source === 'dcdc' ? 0.87 : 0.96,
    inputMaxA: spec.inputMaxA,
    inputMaxV: spec.inputMaxV,
    enable: null,
  };
  return {
    id: spec.id,
    kind: spec.source === 'dcdc' ? 'dcdcCharger' : 'solarController',
    name: spec.name,
    widthMm: w,
    heightMm: h,
    depthMm: 70,
    massKg: spec.source === 'dcdc' ? 1.4 : 1.3,
    clearSpaceMm: hot,
    mountHoles: corners(w, h, 5),
    terminals: [
      bottom('inPlus', 'plus', -48),
      bottom('inMinus', 'minus', -24),
      bottom('outPlus', 'plus', 24),
      bottom('outMinus', 'minus', 48),
    ],
    elements: [element],
    systemVoltagesV: spec.system,
    price: spec.price,
    leadTimeDays: 12,
  };
};

const inverter = (
  systemV: number,
  acPowerW: number,
  w: number,
  h: number,
  idleA: number,
  price: number,
  waveform: 'sine' | 'modified' = 'sine',
): PartData => {
  const mains = (id: string, name: string, x: number, domain: 'ac' | 'earth'): Terminal =>
    clamp(id, 'none', [x, -h / 2 + 10, 270], [1.5, 6], { name, domain, required: false });
  return {
    id: `inverter-${waveform === 'sine' ? '' : 'modified-'}${systemV}-${acPowerW}`,
    kind: 'inverter',
    name: `${waveform === 'sine' ? 'Sine' : 'Modified-wave'} inverter ${systemV} V, ${acPowerW} W`,
    widthMm: w,
    heightMm: h,
    depthMm: 120,
    massKg: Math.round(acPowerW / 18) / 10,
    clearSpaceMm: { left: 50, right: 50, top: 100, bottom: 100 },
    mountHoles: corners(w, h, 6),
    terminals: [
      stud('plus', 'plus', [-30, h / 2 - 14, 90], [8, 32], { zMm: 25 }),
      stud('minus', 'minus', [30, h / 2 - 14, 90], [8, 32], { zMm: 25 }),
      mains('acL', 'L (mains)', -24, 'ac'),
      mains('acN', 'N (mains)', 0, 'ac'),
      mains('pe', 'PE', 24, 'earth'),
    ],
    elements: [
      {
        kind: 'inverter',
        id: 'i',
        plus: 'plus',
        minus: 'minus',
        acPowerW,
        efficiencyShare: 0.9,
        cutoffV: (systemV / 12) * 11,
        idleA,
        surgeW: 2 * acPowerW,
        waveform,
        acOut: 'acL',
        acIn: null,
      },
    ],
    systemVoltagesV: [systemV],
    price,
    leadTimeDays: 15,
  };
};

const dcdc30 = charger({
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

export const SOURCES: PartData[] = [
  battery('agm', 12, 100, 0.0055, [330, 175, 220, 29], [20, 150], 190),
  battery('agm', 12, 200, 0.0032, [520, 240, 220, 58], [40, 300], 360),
  twoPosts(battery('agm', 12, 100, 0.0055, [330, 175, 220, 29], [20, 150], 190)),
  battery('lifepo4', 12, 50, 0.004, [200, 166, 172, 6], [25, 50], 240),
  battery('lifepo4', 12, 100, 0.0025, [330, 172, 220, 11], [50, 100], 420),
  battery('lifepo4', 12, 200, 0.0016, [520, 240, 220, 22], [100, 200], 760),
  battery('lifepo4', 24, 200, 0.0024, [560, 320, 260, 42], [100, 200], 1480),
  battery('lifepo4', 24, 100, 0.004, [520, 240, 220, 22], [50, 100], 780),
  battery('lifepo4', 48, 100, 0.012, [440, 130, 440, 55], [50, 100], 1450),
  withOutputs(battery('lifepo4', 12, 100, 0.0025, [330, 172, 220, 11], [50, 100], 420)),
  withOutputs(battery('lifepo4', 24, 200, 0.0024, [560, 320, 260, 42], [100, 200], 1480)),
  feed(12),
  feedWithSignal(12),
  solarModule(100, 22.5, 5.9, 75),
  solarModule(200, 24.3, 10.4, 120),
  solarModule(400, 49.5, 10.6, 190),
  dcdc30,
  triggered(dcdc30),
  charger({
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
  charger({
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
  charger({
    id: 'mppt-100-20',
    name: 'Solar controller 100 V, 20 A',
    source: 'solar',
    outputA: 20,
    outputV: 14.4,
    inputMaxA: null,
    inputMaxV: 100,
    system: [12, 24],
    price: 110,
  }),
  charger({
    id: 'mppt-100-30',
    name: 'Solar controller 100 V, 30 A',
    source: 'solar',
    outputA: 30,
    outputV: 28.8,
    inputMaxA: null,
    inputMaxV: 100,
    system: [12, 24],
    price: 160,
  }),
  charger({
    id: 'mppt-150-35',
    name: 'Solar controller 150 V, 35 A',
    source: 'solar',
    outputA: 35,
    outputV: 57.6,
    inputMaxA: null,
    inputMaxV: 150,
    system: [12, 24, 48],
    price: 240,
  }),
  inverter(12, 300, 130, 190, 0.4, 120),
  inverter(12, 800, 200, 240, 0.8, 290),
  inverter(12, 800, 190, 230, 0.6, 140, 'modified'),
  inverter(12, 1600, 230, 300, 1.1, 540),
  inverter(24, 800, 200, 240, 0.4, 300),
  inverter(24, 2000, 240, 330, 0.7, 640),
  inverter(24, 3000, 270, 380, 0.9, 980),
  inverter(48, 1200, 210, 260, 0.3, 440),
  inverter(48, 2400, 260, 360, 0.5, 780),
  inverter(48, 5000, 320, 460, 0.9, 1690),
];
