import type { Schema } from 'yup';
import {
  choiceSchema,
  flag,
  id,
  list,
  mm,
  num,
  oneOfText,
  orNull,
  record,
  rotation,
  taggedUnion,
  tagIs,
  text,
} from '../schemaKit.ts';
import type { FeedSource, Item, LoadDemand, Place, Rating } from './item.ts';
import { FEED_FIELDS, FRAME_POINT_FIELDS, ITEM_FIELDS, LOAD_FIELDS } from './itemFields.ts';

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
  watts: record({ kind: tagIs('watts'), powerW: num(LOAD_FIELDS.powerW) }),
  amps: record({ kind: tagIs('amps'), currentA: num(LOAD_FIELDS.currentA) }),
});

const usage: Schema<LoadDemand['usage']> = taggedUnion('kind', {
  perDay: record({ kind: tagIs('perDay'), hoursPerDay: num(LOAD_FIELDS.hoursPerDay) }),
  painted: record({ kind: tagIs('painted'), hours: list(num({ min: 0, max: 23, integer: true }), { max: 24 }) }),
});

export const loadDemandSchema: Schema<LoadDemand> = record({
  rating,
  side: oneOfText(['dc', 'mains']),
  usage,
  season: oneOfText(['all', 'warm', 'cold']),
  standbyW: num(LOAD_FIELDS.standbyW),
  surgeFactor: num(LOAD_FIELDS.surgeFactor),
  softStart: flag(),
  needsSine: flag(),
  groupId: orNull(id()),
  dutyShare: num(LOAD_FIELDS.dutyShare),
  essential: flag(),
  dropClass: oneOfText(['critical', 'other']),
  shortTime: orNull(record({ onS: num(LOAD_FIELDS.onS), timesPerHour: num(LOAD_FIELDS.timesPerHour) })),
  powerFactor: num(LOAD_FIELDS.powerFactor),
});

const feed: Schema<FeedSource> = record({
  restingVoltageV: num(FEED_FIELDS.restingVoltageV),
  lowestVoltageV: num(FEED_FIELDS.lowestVoltageV),
});
const onDrawing = () => num({ min: -20000, max: 20000 });

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
  standOffMm: num(ITEM_FIELDS.standOffMm),
  drawnAt: orNull(record({ x: onDrawing(), y: onDrawing() })),
  inserts: list(record({ seatId: id(), link: choiceSchema(id()) }), { max: 60 }),
  stacks: list(record({ terminalId: id(), order: choiceSchema(list(id(), { max: 20 })) }), { max: 60 }),
  inService: flag(),
  framePoints: list(record({ terminalId: id(), alongMm: num(FRAME_POINT_FIELDS.alongMm) }), { max: 60 }),
});
