import type { Schema } from 'yup';
import { id, list, num, oneOfNumber, oneOfText, orNull, record, text } from '../schemaKit.ts';
import { type Brief, CHEMISTRIES, DELIVERED, PROFILE_IDS } from './brief.ts';
import { BRIEF_FIELDS, OPENING_FIELDS } from './briefFields.ts';

export const briefSchema: Schema<Brief> = record({
  jobName: text(1, 80),
  customer: text(0, 80),
  place: text(0, 120),
  use: text(0, 300),
  jobKind: oneOfText(['new', 'rework']),
  delivered: oneOfText(DELIVERED),
  quantity: num(BRIEF_FIELDS.quantity),
  monitoring: oneOfText(['simple', 'monitored']),
  growthShare: num(BRIEF_FIELDS.growthShare),
  budget: orNull(num(BRIEF_FIELDS.budget)),
  opening: orNull(
    record({
      widthMm: num(OPENING_FIELDS.widthMm),
      heightMm: num(OPENING_FIELDS.heightMm),
      depthMm: num(OPENING_FIELDS.depthMm),
      behind: text(0, 200),
    }),
  ),
  questions: list(record({ id: id(), text: text(1, 300), answer: text(0, 1000) }), { max: 60 }),
  systemVoltageV: oneOfNumber([12, 24, 48]),
  chemistry: oneOfText(CHEMISTRIES),
  ambientC: num(BRIEF_FIELDS.ambientC),
  mainsVoltageV: oneOfNumber([120, 230]),
  inletA: num(BRIEF_FIELDS.inletA),
  profileId: oneOfText(PROFILE_IDS),
  notes: text(0, 4000),
});
