import type { Schema } from 'yup';
import { num, oneOfText, record, text } from '../schemaKit.ts';
import type { BoardSettings } from './settings.ts';
import { SETTINGS_FIELDS } from './settingsFields.ts';

export const settingsSchema: Schema<BoardSettings> = record({
  feederSchool: oneOfText(['summedLoads', 'summedFuses']),
  lostBattery: oneOfText(['carries', 'trips']),
  dropsBeside: oneOfText(['steadyLoads', 'everything']),
  routeSlackShare: num(SETTINGS_FIELDS.routeSlackShare),
  endSlackMm: num(SETTINGS_FIELDS.endSlackMm),
  autonomyDays: num(SETTINGS_FIELDS.autonomyDays),
  ownRulesId: text(0, 40),
});
