import type { NumberFields } from '../fields.ts';

export const SITE_FIELDS = {
  latitudeDeg: { label: 'Latitude', min: -89, max: 89, unit: '°' },
  coldestMonthC: { label: 'Coldest month, mean', min: -50, max: 60, unit: '°C' },
  warmestMonthC: { label: 'Warmest month, mean', min: -50, max: 60, unit: '°C' },
  winterCloudShare: { label: 'Clouds, darkest month', min: 0, max: 1, unit: '' },
  summerCloudShare: { label: 'Clouds, brightest month', min: 0, max: 1, unit: '' },
} as const satisfies NumberFields;

export const SUN_FIELDS = {
  tiltDeg: { label: 'Tilt', min: 0, max: 90, unit: '°' },
  azimuthDeg: { label: 'Turned from the equator', min: -180, max: 180, unit: '°' },
  maxPeakW: { label: 'The roof takes at most', min: 10, max: 50000, unit: 'W' },
  lossShare: { label: 'Lost to dirt, heat, wiring', min: 0, max: 0.9, unit: '' },
} as const satisfies NumberFields;

export const ALTERNATOR_FIELDS = {
  chargingV: { label: 'Charging hard', min: 10, max: 32, unit: 'V' },
  ecoV: { label: 'Falls to', min: 10, max: 32, unit: 'V' },
  ratedA: { label: 'Nameplate', min: 1, max: 1000, unit: 'A' },
  shareMax: { label: 'Of it may be taken', min: 0.05, max: 1, unit: '' },
  maxA: { label: 'The tap allows', min: 1, max: 500, unit: 'A' },
  idleMaxA: { label: 'Spared at idle', min: 0, max: 500, unit: 'A' },
  idleShare: { label: 'Idles', min: 0, max: 1, unit: '' },
  hoursPerDay: { label: 'Runs', min: 0, max: 24, unit: 'h' },
} as const satisfies NumberFields;

export const MAINS_FIELDS = {
  hoursPerDay: { label: 'There for', min: 0, max: 24, unit: 'h a day' },
} as const satisfies NumberFields;

export const GENERATOR_FIELDS = {
  powerW: { label: 'Power', min: 100, max: 100000, unit: 'W' },
  costPerHour: { label: 'An hour costs', min: 0, max: 1000, unit: '' },
  startAtShare: { label: 'Started when the bank is at', min: 0.05, max: 0.95, unit: '' },
} as const satisfies NumberFields;

export const POWER_FIELDS = {
  usableShare: { label: 'Usable share', min: 0.1, max: 1, unit: '' },
  ageingReserveShare: { label: 'Kept back for ageing', min: 0, max: 0.6, unit: '' },
} as const satisfies NumberFields;
