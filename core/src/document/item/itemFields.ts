import type { NumberFields } from '../fields.ts';

export const ITEM_FIELDS = {
  standOffMm: { label: 'Spacers', min: 0, max: 500, unit: 'mm' },
} as const satisfies NumberFields;
export const FRAME_POINT_FIELDS = {
  alongMm: { label: 'Along the frame', min: 0, max: 50000, unit: 'mm' },
} as const satisfies NumberFields;

export const LOAD_FIELDS = {
  powerW: { label: 'Watts', min: 0.01, max: 50000, unit: 'W' },
  currentA: { label: 'Amps', min: 0.001, max: 2000, unit: 'A' },
  hoursPerDay: { label: 'Hours a day', min: 0, max: 24, unit: 'h' },
  standbyW: { label: 'Standby, all day', min: 0, max: 5000, unit: 'W' },
  surgeFactor: { label: 'Starting over running', min: 1, max: 20, unit: '' },
  onS: { label: 'Seconds each time', min: 0.1, max: 3600, unit: 's' },
  timesPerHour: { label: 'Times an hour', min: 0.01, max: 600, unit: '' },
  powerFactor: { label: 'Power factor', min: 0.3, max: 1, unit: '' },
  dutyShare: { label: 'Really on', min: 0, max: 1, unit: '' },
} as const satisfies NumberFields;

export const FEED_FIELDS = {
  restingVoltageV: { label: 'At rest', min: 1, max: 100, unit: 'V' },
  lowestVoltageV: { label: 'At its lowest', min: 1, max: 100, unit: 'V' },
} as const satisfies NumberFields;
