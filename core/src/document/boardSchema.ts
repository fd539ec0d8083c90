import type { Schema } from 'yup';
import type { Choice, PointMm } from './basics.ts';
import { BOARD_FORMAT, BOARD_FORMAT_VERSION, type Board } from './board.ts';
import { type Brief, PROFILE_IDS } from './brief/brief.ts';
import type { Cable, Environment, Segment } from './cable/cable.ts';
import type { Connection } from './connection/connection.ts';
import type { ControlRule } from './control/controlRule.ts';
import type { QuoteExtra } from './extra/quoteExtra.ts';
import type { FeedSource, Item, LoadDemand, Place, Rating } from './item/item.ts';
import type { KeepOut, Panel } from './panel/panel.ts';
import { CONDITIONS } from './part/part.ts';
import { fuseLinkSchema, id, mm, partSchema, positiveMm, rotation } from './part/partSchema.ts';
import type { PowerPlan } from './power/power.ts';
import { flag, list, num, oneOfNumber, oneOfText, orNull, record, taggedUnion, tagIs, text } from './schemaKit.ts';
import type { BoardSettings } from './settings/settings.ts';
import type { FoundCircuit } from './survey/foundCircuit.ts';

export function choiceSchema<T>(value: Schema<T>): Schema<Choice<T>> {
  return taggedUnion<Choice<T>>('mode', {
    auto: record({ mode: tagIs('auto') }),
    locked: record({ mode: tagIs('locked'), value, reason: text(1, 300), who: text(1, 80) }),
  });
}

export const COLOUR_CODES = ['RD', 'BK', 'WH', 'YE', 'BU', 'BN', 'GN', 'GNYE', 'GY', 'OG', 'VT'] as const;

const point: Schema<PointMm> = record({ xMm: mm(), yMm: mm() });

export const briefSchema: Schema<Brief> = record({
  jobName: text(1, 80),
  customer: text(0, 80),
  place: text(0, 120),
  use: text(0, 300),
  jobKind: oneOfText(['new', 'rework']),
  monitoring: oneOfText(['simple', 'monitored']),
  growthShare: num({ min: 0, max: 4 }),
  budget: orNull(num({ min: 0, max: 1e7 })),
  opening: orNull(
    record({ widthMm: positiveMm(), heightMm: positiveMm(), depthMm: positiveMm(), behind: text(0, 200) }),
  ),
  questions: list(record({ id: id(), text: text(1, 300), answer: text(0, 1000) }), { max: 60 }),
  systemVoltageV: oneOfNumber([12, 24, 48]),
  chemistry: oneOfText(['agm', 'lifepo4']),
  ambientC: num({ min: -30, max: 60, unit: '°C' }),
  profileId: oneOfText(PROFILE_IDS),
  notes: text(0, 4000),
});

const shareOf = (min = 0, max = 1) => num({ min, max });
const celsius = () => num({ min: -50, max: 60, unit: '°C' });
const hoursADay = () => num({ min: 0, max: 24, unit: 'h' });

export const powerSchema: Schema<PowerPlan> = record({
  site: record({
    latitudeDeg: orNull(num({ min: -89, max: 89, unit: '°' })),
    coldestMonthC: celsius(),
    warmestMonthC: celsius(),
    winterCloudShare: shareOf(),
    summerCloudShare: shareOf(),
    bankPlace: oneOfText(['heated', 'sheltered']),
  }),
  sun: orNull(
    record({
      tiltDeg: num({ min: 0, max: 90, unit: '°' }),
      azimuthDeg: num({ min: -180, max: 180, unit: '°' }),
      maxPeakW: num({ min: 10, max: 50000, unit: 'W' }),
      lossShare: shareOf(0, 0.9),
    }),
  ),
  alternator: orNull(
    record({
      nominalV: oneOfNumber([12, 24]),
      chargingV: num({ min: 10, max: 32, unit: 'V' }),
      ecoV: num({ min: 10, max: 32, unit: 'V' }),
      ratedA: num({ min: 1, max: 1000, unit: 'A' }),
      shareMax: shareOf(0.05, 1),
      maxA: num({ min: 1, max: 500, unit: 'A' }),
      idleMaxA: num({ min: 0, max: 500, unit: 'A' }),
      idleShare: shareOf(),
      hoursPerDay: hoursADay(),
    }),
  ),
  mains: orNull(record({ hoursPerDay: hoursADay() })),
  generator: orNull(
    record({
      powerW: num({ min: 100, max: 100000, unit: 'W' }),
      costPerHour: num({ min: 0, max: 1000 }),
      startAtShare: shareOf(0.05, 0.95),
    }),
  ),
  usableShare: choiceSchema(shareOf(0.1, 1)),
  ageingReserveShare: shareOf(0, 0.6),
  inverterAlwaysOn: flag(),
  loadGroups: list(record({ id: id(), name: text(1, 40), mode: oneOfText(['together', 'oneAtATime']) }), { max: 20 }),
});

export const foundCircuitSchema: Schema<FoundCircuit> = record({
  id: id(),
  name: text(1, 80),
  conductorMm2: orNull(num({ min: 0.1, max: 240, unit: 'mm²' })),
  fuseA: orNull(num({ min: 0.1, max: 2000, unit: 'A' })),
  fate: oneOfText(['stays', 'goes', 'open']),
  notes: text(0, 1000),
  photos: list(id(), { max: 20 }),
});

export const quoteExtraSchema: Schema<QuoteExtra> = record({
  id: id(),
  kind: oneOfText(['tool', 'work', 'charge']),
  text: text(1, 200),
  quantity: num({ min: 0, max: 10000 }),
  priceEach: num({ min: 0, max: 1e6 }),
  hours: num({ min: 0, max: 1000, unit: 'h' }),
});

export const settingsSchema: Schema<BoardSettings> = record({
  feederSchool: oneOfText(['summedLoads', 'summedFuses']),
  lostBattery: oneOfText(['carries', 'trips']),
  routeSlackShare: num({ min: 0, max: 0.5 }),
  endSlackMm: num({ min: 0, max: 500, unit: 'mm' }),
  autonomyDays: num({ min: 0.1, max: 60, unit: 'days' }),
  ownRulesId: text(0, 40),
});

const degrees = () => num({ min: -360, max: 720, unit: '°' });
const keepOut: Schema<KeepOut> = record({
  id: id(),
  name: text(1, 80),
  face: oneOfText(['front', 'back', 'both']),
  shape: taggedUnion<KeepOut['shape']>('kind', {
    polygon: record({ kind: tagIs('polygon'), points: list(point, { min: 3, max: 60 }) }),
    arc: record({
      kind: tagIs('arc'),
      centre: point,
      radiusMm: positiveMm(),
      fromDeg: degrees(),
      toDeg: degrees(),
    }),
  }),
  freeMm: num({ min: 0, max: 2000, unit: 'mm' }),
});

export const panelSchema: Schema<Panel> = record({
  id: id(),
  name: text(1, 80),
  outline: list(point, { min: 3, max: 200 }),
  thicknessMm: num({ min: 1, max: 100, unit: 'mm' }),
  material: oneOfText(['plywood', 'plastic', 'absPanel']),
  grain: oneOfText(['any', 'across', 'up']),
  goodFace: oneOfText(['front', 'back']),
  backClearanceMm: num({ min: 0, max: 2000, unit: 'mm' }),
  frontClearanceMm: orNull(num({ min: 1, max: 5000, unit: 'mm' })),
  partScrewMm: num({ min: 3, max: 200, unit: 'mm' }),
  fixings: list(record({ id: id(), xMm: mm(), yMm: mm(), screwDiameterMm: num({ min: 2, max: 20, unit: 'mm' }) }), {
    max: 60,
  }),
  holes: list(
    record({
      id: id(),
      xMm: mm(),
      yMm: mm(),
      diameterMm: num({ min: 2, max: 200, unit: 'mm' }),
      lining: oneOfText(['none', 'grommet', 'sleeve']),
    }),
    { max: 60 },
  ),
  keepOuts: list(keepOut, { max: 60 }),
  channels: list(
    record({
      id: id(),
      face: oneOfText(['front', 'back']),
      from: point,
      to: point,
      widthMm: num({ min: 10, max: 500, unit: 'mm' }),
    }),
    { max: 60 },
  ),
});

const place: Schema<Place> = taggedUnion('kind', {
  unplaced: record({ kind: tagIs('unplaced') }),
  panel: record({
    kind: tagIs('panel'),
    panelId: id(),
    face: oneOfText(['front', 'back']),
    xMm: mm(),
    yMm: mm(),
    rotationDeg: rotation(),
  }),
  location: record({ kind: tagIs('location'), location: text(1, 80) }),
});

const rating: Schema<Rating> = taggedUnion('kind', {
  watts: record({ kind: tagIs('watts'), powerW: num({ min: 0.01, max: 50000, unit: 'W' }) }),
  amps: record({ kind: tagIs('amps'), currentA: num({ min: 0.001, max: 2000, unit: 'A' }) }),
});

const usage: Schema<LoadDemand['usage']> = taggedUnion('kind', {
  perDay: record({ kind: tagIs('perDay'), hoursPerDay: hoursADay() }),
  painted: record({ kind: tagIs('painted'), hours: list(num({ min: 0, max: 23, integer: true }), { max: 24 }) }),
});

export const loadDemandSchema: Schema<LoadDemand> = record({
  rating,
  side: oneOfText(['dc', 'mains']),
  usage,
  season: oneOfText(['all', 'warm', 'cold']),
  standbyW: num({ min: 0, max: 5000, unit: 'W' }),
  surgeFactor: num({ min: 1, max: 20 }),
  softStart: flag(),
  needsSine: flag(),
  groupId: orNull(id()),
  dutyShare: num({ min: 0, max: 1 }),
  essential: flag(),
  dropClass: oneOfText(['critical', 'other']),
});

const feed: Schema<FeedSource> = record({
  restingVoltageV: num({ min: 1, max: 100, unit: 'V' }),
  lowestVoltageV: num({ min: 1, max: 100, unit: 'V' }),
});

export const itemSchema: Schema<Item> = record({
  id: id(),
  designation: text(1, 24),
  name: text(0, 80),
  partId: id(),
  place,
  load: orNull(loadDemandSchema),
  feed: orNull(feed),
  ownership: oneOfText(['workshop', 'customer', 'secondHand']),
  ratingKnown: flag(),
  held: flag(),
  groupId: orNull(id()),
  standOffMm: num({ min: 0, max: 500, unit: 'mm' }),
  drawnAt: orNull(record({ x: num({ min: -20000, max: 20000 }), y: num({ min: -20000, max: 20000 }) })),
  inserts: list(record({ seatId: id(), link: choiceSchema(id()) }), { max: 60 }),
  stacks: list(record({ terminalId: id(), order: choiceSchema(list(id(), { max: 20 })) }), { max: 60 }),
});

const terminalRef = record({ itemId: id(), terminalId: id() });
export const connectionSchema: Schema<Connection> = record({ id: id(), from: terminalRef, to: terminalRef });

const environment: Schema<Environment> = record({
  ambientC: orNull(num({ min: -30, max: 70, unit: '°C' })),
  bundledCount: num({ min: 1, max: 60, integer: true }),
  sheathed: flag(),
  surroundings: oneOfText(['inside', 'damp', 'outdoors', 'moving']),
  travelMm: num({ min: 0, max: 5000, unit: 'mm' }),
});

const segment: Schema<Segment> = taggedUnion('kind', {
  panelRoute: record({
    id: id(),
    kind: tagIs('panelRoute'),
    panelId: id(),
    face: oneOfText(['front', 'back']),
    waypoints: list(point, { max: 60 }),
    laidBy: oneOfText(['hand', 'router']),
    environment,
  }),
  measuredRun: record({
    id: id(),
    kind: tagIs('measuredRun'),
    lengthMm: num({ min: 1, max: 200000, unit: 'mm' }),
    measured: flag(),
    environment,
  }),
  passThrough: record({ id: id(), kind: tagIs('passThrough'), panelId: id(), holeId: id(), environment }),
});

export const cableSchema: Schema<Cable> = record({
  id: id(),
  designation: text(1, 24),
  cores: list(
    record({
      id: id(),
      connectionId: id(),
      colour: choiceSchema(oneOfText(COLOUR_CODES)),
      fromLug: choiceSchema(id()),
      toLug: choiceSchema(id()),
    }),
    { min: 1, max: 12 },
  ),
  segments: list(segment, { min: 1, max: 20 }),
  conductorMm2: choiceSchema(num({ min: 0.5, max: 500, unit: 'mm²' })),
  material: oneOfText(['copper', 'cca', 'unknown', 'flatCopper']),
});

export const controlRuleSchema: Schema<ControlRule> = record({
  id: id(),
  condition: oneOfText(CONDITIONS),
  holds: flag(),
  itemId: id(),
  contactId: id(),
  must: oneOfText(['closed', 'open']),
});

/** The board document, format version 4: strict, nothing cast, unknown keys refused. */
export const boardSchema: Schema<Board> = record({
  format: tagIs<typeof BOARD_FORMAT>(BOARD_FORMAT),
  formatVersion: oneOfNumber<typeof BOARD_FORMAT_VERSION>([BOARD_FORMAT_VERSION]),
  brief: briefSchema,
  power: powerSchema,
  settings: settingsSchema,
  panels: list(panelSchema, { min: 1, max: 12 }),
  customParts: list(partSchema, { max: 100 }),
  items: list(itemSchema, { max: 400 }),
  connections: list(connectionSchema, { max: 800 }),
  cables: list(cableSchema, { max: 800 }),
  survey: list(foundCircuitSchema, { max: 200 }),
  extras: list(quoteExtraSchema, { max: 60 }),
  control: list(controlRuleSchema, { max: 100 }),
  customLinks: list(fuseLinkSchema, { max: 100 }),
});
