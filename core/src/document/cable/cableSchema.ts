import type { Schema } from 'yup';
import {
  choiceSchema,
  flag,
  id,
  list,
  num,
  oneOfText,
  orNull,
  point,
  record,
  taggedUnion,
  tagIs,
  text,
} from '../schemaKit.ts';
import { type Cable, COLOUR_CODES, type Environment, type Segment } from './cable.ts';
import { CABLE_FIELDS, ENVIRONMENT_FIELDS, RUN_FIELDS } from './cableFields.ts';

const environment: Schema<Environment> = record({
  ambientC: orNull(num(ENVIRONMENT_FIELDS.ambientC)),
  bundledCount: num(ENVIRONMENT_FIELDS.bundledCount),
  sheathed: flag(),
  surroundings: oneOfText(['inside', 'damp', 'outdoors', 'moving']),
  travelMm: num(ENVIRONMENT_FIELDS.travelMm),
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
    lengthMm: num(RUN_FIELDS.lengthMm),
    measured: flag(),
    environment,
  }),
  passThrough: record({ id: id(), kind: tagIs('passThrough'), panelId: id(), holeId: id(), environment }),
});
const core = record({
  id: id(),
  connectionId: id(),
  colour: choiceSchema(oneOfText(COLOUR_CODES)),
  fromLug: choiceSchema(id()),
  toLug: choiceSchema(id()),
  remark: orNull(oneOfText(COLOUR_CODES)),
});

export const cableSchema: Schema<Cable> = record({
  id: id(),
  designation: text(1, 24),
  cores: list(core, { min: 1, max: 12 }),
  segments: list(segment, { min: 1, max: 20 }),
  conductorMm2: choiceSchema(num(CABLE_FIELDS.conductorMm2)),
  material: oneOfText(['copper', 'cca', 'unknown', 'flatCopper']),
});
