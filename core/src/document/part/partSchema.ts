import type { Schema } from 'yup';
import {
  flag,
  id,
  list,
  mm,
  num,
  oneOfNumber,
  oneOfText,
  orNull,
  positiveMm,
  record,
  rotation,
  taggedUnion,
  tagIs,
  text,
} from '../schemaKit.ts';
import {
  type Attachment,
  CONDITIONS,
  CONTACT_RATINGS_A,
  type Element,
  type FuseLink,
  type Part,
  TAB_WIDTHS_MM,
  type Terminal,
} from './part.ts';
import { ATTACHMENT_FIELDS, PART_FIELDS } from './partFields.ts';

const fuseStyle = () =>
  oneOfText(['blade', 'sf30', 'sf51', 'classT', 'anl', 'cube', 'breakerThermal', 'breakerHydraulic']);

const attachment: Schema<Attachment> = taggedUnion('kind', {
  stud: record({
    kind: tagIs('stud'),
    diameterMm: num(ATTACHMENT_FIELDS.diameterMm),
    palmWidthMaxMm: num(ATTACHMENT_FIELDS.palmWidthMaxMm),
  }),
  clamp: record({
    kind: tagIs('clamp'),
    minMm2: num(ATTACHMENT_FIELDS.minMm2),
    maxMm2: num(ATTACHMENT_FIELDS.maxMm2),
  }),
  lead: record({ kind: tagIs('lead'), areaMm2: num({ min: 0.1, max: 240, unit: 'mm²' }) }),
  tab: record({ kind: tagIs('tab'), widthMm: oneOfNumber(TAB_WIDTHS_MM) }),
  contact: record({ kind: tagIs('contact'), contactA: oneOfNumber(CONTACT_RATINGS_A) }),
});

const terminal: Schema<Terminal> = record({
  id: id(),
  name: text(1, 40),
  domain: oneOfText(['dc', 'ac', 'earth', 'signal']),
  polarity: oneOfText(['plus', 'minus', 'none']),
  lineLoad: oneOfText(['line', 'load', 'none']),
  attachment,
  xMm: mm(),
  yMm: mm(),
  zMm: mm(0, 1000),
  exitDeg: rotation(),
  maxC: num({ min: 40, max: 200, unit: '°C' }),
  required: flag(),
});

const ohm = () => num({ min: 0.000001, max: 1e6, unit: 'Ω' });
const amp = () => num({ min: 0.001, max: 20000, unit: 'A' });
const volt = () => num({ min: 0.1, max: 1000, unit: 'V' });
const share = () => num({ min: 0.1, max: 1 });

const element: Schema<Element> = taggedUnion('kind', {
  battery: record({
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
  feed: record({ kind: tagIs('feed'), id: id(), plus: id(), minus: id(), resistanceOhm: ohm(), shortCircuitA: amp() }),
  solarSource: record({
    kind: tagIs('solarSource'),
    id: id(),
    plus: id(),
    minus: id(),
    peakW: num({ min: 1, max: 20000, unit: 'W' }),
    openCircuitV: volt(),
    shortCircuitA: amp(),
  }),
  resistance: record({
    kind: tagIs('resistance'),
    id: id(),
    a: id(),
    b: id(),
    resistanceOhm: ohm(),
    ratingA: amp(),
    shunt: flag(),
  }),
  contact: record({
    kind: tagIs('contact'),
    id: id(),
    a: id(),
    b: id(),
    resistanceOhm: ohm(),
    ratingA: amp(),
    normallyOpen: flag(),
    follows: orNull(oneOfText(CONDITIONS)),
    selfLimiting: flag(),
  }),
  coil: record({
    kind: tagIs('coil'),
    id: id(),
    plus: id(),
    minus: id(),
    resistanceOhm: ohm(),
    contactId: id(),
    needs: orNull(oneOfText(CONDITIONS)),
  }),
  frame: record({
    kind: tagIs('frame'),
    id: id(),
    terminalIds: list(id(), { min: 1, max: 60 }),
    pointOhm: ohm(),
    ratingA: amp(),
  }),
  strap: record({ kind: tagIs('strap'), id: id(), a: id(), b: id(), joinedFor: oneOfText(['agm', 'lifepo4']) }),
  mainsSource: record({
    kind: tagIs('mainsSource'),
    id: id(),
    line: id(),
    neutral: id(),
    source: oneOfText(['inlet', 'generator']),
  }),
  mainsLoad: record({ kind: tagIs('mainsLoad'), id: id(), line: id(), neutral: id() }),
  transfer: record({ kind: tagIs('transfer'), id: id(), outLine: id(), firstLine: id(), secondLine: id() }),
  fuseSeat: record({
    kind: tagIs('fuseSeat'),
    id: id(),
    a: id(),
    b: id(),
    style: fuseStyle(),
    maxRatingA: amp(),
    polarised: flag(),
  }),
  bar: record({ kind: tagIs('bar'), id: id(), terminalIds: list(id(), { min: 1, max: 60 }), ratingA: amp() }),
  load: record({ kind: tagIs('load'), id: id(), plus: id(), minus: id() }),
  inverter: record({
    kind: tagIs('inverter'),
    id: id(),
    plus: id(),
    minus: id(),
    acPowerW: num({ min: 1, max: 50000, unit: 'W' }),
    efficiencyShare: share(),
    cutoffV: volt(),
    idleA: num({ min: 0, max: 50, unit: 'A' }),
    surgeW: num({ min: 1, max: 200000, unit: 'W' }),
    waveform: oneOfText(['sine', 'modified']),
    acOut: orNull(id()),
    acIn: orNull(id()),
  }),
  mainsCharger: record({
    kind: tagIs('mainsCharger'),
    id: id(),
    plus: id(),
    minus: id(),
    outputA: amp(),
    outputV: volt(),
    efficiencyShare: share(),
    acIn: orNull(id()),
  }),
  charger: record({
    kind: tagIs('charger'),
    id: id(),
    source: oneOfText(['dcdc', 'solar']),
    inPlus: id(),
    inMinus: id(),
    outPlus: id(),
    outMinus: id(),
    outputA: amp(),
    outputV: volt(),
    efficiencyShare: share(),
    inputMaxA: orNull(amp()),
    inputMaxV: volt(),
    enable: orNull(id()),
  }),
});

export const PART_KINDS = [
  'battery',
  'isolator',
  'fuseHolder',
  'shunt',
  'busBar',
  'fuseBlock',
  'dcdcCharger',
  'solarController',
  'inverter',
  'load',
  'feed',
  'solarModule',
  'relay',
  'mainsCharger',
  'frame',
  'button',
  'mainsInlet',
  'mainsPanel',
  'transferRelay',
  'connector',
] as const;

const clear = () => num(PART_FIELDS.clearMm);
export const partSchema: Schema<Part> = record({
  id: id(),
  kind: oneOfText(PART_KINDS),
  name: text(1, 80),
  widthMm: num(PART_FIELDS.widthMm),
  heightMm: num(PART_FIELDS.heightMm),
  depthMm: num(PART_FIELDS.depthMm),
  massKg: num(PART_FIELDS.massKg),
  clearSpaceMm: record({ left: clear(), right: clear(), top: clear(), bottom: clear() }),
  mountHoles: list(record({ xMm: mm(), yMm: mm(), screwDiameterMm: num({ min: 2, max: 20, unit: 'mm' }) }), {
    max: 20,
  }),
  body: record({
    outline: orNull(list(record({ xMm: mm(), yMm: mm() }), { min: 3, max: 60 })),
    fans: list(record({ side: oneOfText(['left', 'right', 'top', 'bottom']), air: oneOfText(['in', 'out']) }), {
      max: 8,
    }),
    reach: oneOfText(['none', 'see', 'hand']),
    heldBy: oneOfText(['screws', 'strap']),
    gives: oneOfText(['nothing', 'gas']),
    sensesBattery: flag(),
    openTerminals: flag(),
  }),
  terminals: list(terminal, { min: 1, max: 80 }),
  elements: list(element, { max: 80 }),
  systemVoltagesV: list(num({ min: 1, max: 1000, unit: 'V' }), { max: 10 }),
  price: orNull(num(PART_FIELDS.price)),
  leadTimeDays: orNull(num({ min: 0, max: 1000, integer: true, unit: 'days' })),
});

const seconds = () => num({ min: 0.000001, max: 1e6, unit: 's' });
export const fuseLinkSchema: Schema<FuseLink> = record({
  id: id(),
  name: text(1, 80),
  style: fuseStyle(),
  ratingA: amp(),
  interrupt: list(record({ upToV: volt(), currentA: amp() }), { min: 1, max: 10 }),
  coldResistanceOhm: ohm(),
  price: orNull(num({ min: 0, max: 1e6 })),
  curve: orNull(
    record({
      gates: list(record({ multiple: num({ min: 0.5, max: 100 }), minS: seconds(), maxS: seconds() }), {
        min: 2,
        max: 40,
      }),
      letThroughPerA2: orNull(num({ min: 0.0001, max: 1e6 })),
      source: text(1, 200),
    }),
  ),
});
