import type * as yup from 'yup';
import { num, oneOfText, orNull, record, text } from '../document/schemaKit.ts';
import { PLACES, type Place, UNIT_WAYS, type UnitChoice } from './choice.ts';

/** What is accepted as a choice of units, whole. */
export const unitChoiceSchema: yup.Schema<UnitChoice> = record({
  area: oneOfText(UNIT_WAYS.area),
  length: oneOfText(UNIT_WAYS.length),
  torque: oneOfText(UNIT_WAYS.torque),
  force: oneOfText(UNIT_WAYS.force),
  temperature: oneOfText(UNIT_WAYS.temperature),
  place: oneOfText(Object.keys(PLACES) as Place[]),
  currency: orNull(record({ code: text(3, 3), perOwn: num({ min: 1e-6, max: 1e6 }) })),
});
