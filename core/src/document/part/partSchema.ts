import type { Schema } from 'yup';
import { elementSchema, PART_KINDS } from '../../devices/registry.ts';
import {
  flag,
  id,
  list,
  mm,
  num,
  oneOfNumber,
  oneOfText,
  orNull,
  record,
  rotation,
  taggedUnion,
  tagIs,
  text,
} from '../schemaKit.ts';
import {
  type Attachment,
  CONTACT_RATINGS_A,
  DATA_PLUGS,
  FUSE_STYLES,
  type FuseLink,
  type Part,
  TAB_WIDTHS_MM,
  type Terminal,
} from './part.ts';
import { ATTACHMENT_FIELDS, PART_FIELDS } from './partFields.ts';

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
  socket: record({ kind: tagIs('socket'), plug: oneOfText(DATA_PLUGS) }),
  cap: record({ kind: tagIs('cap') }),
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
  elements: list(elementSchema, { max: 80 }),
  systemVoltagesV: list(num({ min: 1, max: 1000, unit: 'V' }), { max: 10 }),
  price: orNull(num(PART_FIELDS.price)),
  leadTimeDays: orNull(num({ min: 0, max: 1000, integer: true, unit: 'days' })),
});

const seconds = () => num({ min: 0.000001, max: 1e6, unit: 's' });
export const fuseLinkSchema: Schema<FuseLink> = record({
  id: id(),
  name: text(1, 80),
  style: oneOfText(FUSE_STYLES),
  ratingA: num({ min: 0.001, max: 20000, unit: 'A' }),
  interrupt: list(
    record({ upToV: num({ min: 0.1, max: 1000, unit: 'V' }), currentA: num({ min: 0.001, max: 20000, unit: 'A' }) }),
    { min: 1, max: 10 },
  ),
  coldResistanceOhm: num({ min: 0.000001, max: 1e6, unit: 'Ω' }),
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
