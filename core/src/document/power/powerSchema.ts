import type { Schema } from 'yup';
import { choiceSchema, flag, id, list, num, oneOfNumber, oneOfText, orNull, record, text } from '../schemaKit.ts';
import type { PowerPlan } from './power.ts';
import {
  ALTERNATOR_FIELDS,
  GENERATOR_FIELDS,
  MAINS_FIELDS,
  POWER_FIELDS,
  SITE_FIELDS,
  SUN_FIELDS,
} from './powerFields.ts';

const sun = {
  tiltDeg: num(SUN_FIELDS.tiltDeg),
  azimuthDeg: num(SUN_FIELDS.azimuthDeg),
  maxPeakW: num(SUN_FIELDS.maxPeakW),
  lossShare: num(SUN_FIELDS.lossShare),
};
const alternator = {
  nominalV: oneOfNumber([12, 24]),
  chargingV: num(ALTERNATOR_FIELDS.chargingV),
  ecoV: num(ALTERNATOR_FIELDS.ecoV),
  ratedA: num(ALTERNATOR_FIELDS.ratedA),
  shareMax: num(ALTERNATOR_FIELDS.shareMax),
  maxA: num(ALTERNATOR_FIELDS.maxA),
  idleMaxA: num(ALTERNATOR_FIELDS.idleMaxA),
  idleShare: num(ALTERNATOR_FIELDS.idleShare),
  hoursPerDay: num(ALTERNATOR_FIELDS.hoursPerDay),
};

export const powerSchema: Schema<PowerPlan> = record({
  site: record({
    latitudeDeg: orNull(num(SITE_FIELDS.latitudeDeg)),
    coldestMonthC: num(SITE_FIELDS.coldestMonthC),
    warmestMonthC: num(SITE_FIELDS.warmestMonthC),
    winterCloudShare: num(SITE_FIELDS.winterCloudShare),
    summerCloudShare: num(SITE_FIELDS.summerCloudShare),
    bankPlace: oneOfText(['heated', 'sheltered']),
  }),
  sun: orNull(record(sun)),
  alternator: orNull(record(alternator)),
  mains: orNull(record({ hoursPerDay: num(MAINS_FIELDS.hoursPerDay) })),
  generator: orNull(
    record({
      powerW: num(GENERATOR_FIELDS.powerW),
      costPerHour: num(GENERATOR_FIELDS.costPerHour),
      startAtShare: num(GENERATOR_FIELDS.startAtShare),
    }),
  ),
  usableShare: choiceSchema(num(POWER_FIELDS.usableShare)),
  ageingReserveShare: num(POWER_FIELDS.ageingReserveShare),
  inverterAlwaysOn: flag(),
  loadGroups: list(record({ id: id(), name: text(1, 40), mode: oneOfText(['together', 'oneAtATime']) }), { max: 20 }),
});
