import type { NumberFields } from '../fields.ts';

export const CABLE_FIELDS = {
  conductorMm2: { label: 'Conductor', min: 0.5, max: 500, unit: 'mm²' },
} as const satisfies NumberFields;
export const RUN_FIELDS = {
  lengthMm: { label: 'Run off the board', min: 1, max: 200000, unit: 'mm' },
} as const satisfies NumberFields;
export const ENVIRONMENT_FIELDS = {
  ambientC: { label: 'Ambient along it', min: -30, max: 70, unit: '°C' },
  bundledCount: { label: 'Laid together', min: 1, max: 60, unit: '', integer: true },
  travelMm: { label: 'How far it moves', min: 0, max: 5000, unit: 'mm' },
} as const satisfies NumberFields;
