import type { Schema } from 'yup';
import { id, list, mm, num, oneOfText, orNull, point, record, taggedUnion, tagIs, text } from '../schemaKit.ts';
import type { KeepOut, Panel } from './panel.ts';
import { CHANNEL_FIELDS, FIXING_FIELDS, HOLE_FIELDS, KEEP_OUT_FIELDS, PANEL_FIELDS } from './panelFields.ts';

const keepOut: Schema<KeepOut> = record({
  id: id(),
  name: text(1, 80),
  face: oneOfText(['front', 'back', 'both']),
  shape: taggedUnion<KeepOut['shape']>('kind', {
    polygon: record({ kind: tagIs('polygon'), points: list(point, { min: 3, max: 60 }) }),
    arc: record({
      kind: tagIs('arc'),
      centre: point,
      radiusMm: num(KEEP_OUT_FIELDS.radiusMm),
      fromDeg: num(KEEP_OUT_FIELDS.fromDeg),
      toDeg: num(KEEP_OUT_FIELDS.toDeg),
    }),
  }),
  freeMm: num(KEEP_OUT_FIELDS.freeMm),
});
const fixing = record({ id: id(), xMm: mm(), yMm: mm(), screwDiameterMm: num(FIXING_FIELDS.screwDiameterMm) });
const hole = record({
  id: id(),
  xMm: mm(),
  yMm: mm(),
  diameterMm: num(HOLE_FIELDS.diameterMm),
  lining: oneOfText(['none', 'grommet', 'sleeve']),
});
const channel = record({
  id: id(),
  face: oneOfText(['front', 'back']),
  from: point,
  to: point,
  widthMm: num(CHANNEL_FIELDS.widthMm),
});

export const panelSchema: Schema<Panel> = record({
  id: id(),
  name: text(1, 80),
  outline: list(point, { min: 3, max: 200 }),
  thicknessMm: num(PANEL_FIELDS.thicknessMm),
  material: oneOfText(['plywood', 'plastic', 'absPanel']),
  grain: oneOfText(['any', 'across', 'up']),
  goodFace: oneOfText(['front', 'back']),
  backClearanceMm: num(PANEL_FIELDS.backClearanceMm),
  frontClearanceMm: orNull(num(PANEL_FIELDS.frontClearanceMm)),
  partScrewMm: num(PANEL_FIELDS.partScrewMm),
  fixings: list(fixing, { max: 60 }),
  holes: list(hole, { max: 60 }),
  keepOuts: list(keepOut, { max: 60 }),
  channels: list(channel, { max: 60 }),
});
