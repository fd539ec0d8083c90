import type { NumberFields } from '../fields.ts';

export const PART_FIELDS = {
  widthMm: { label: 'Width', min: 1, max: 5000, unit: 'mm' },
  heightMm: { label: 'Height', min: 1, max: 5000, unit: 'mm' },
  depthMm: { label: 'Depth', min: 1, max: 5000, unit: 'mm' },
  massKg: { label: 'Mass', min: 0, max: 1000, unit: 'kg' },
  price: { label: 'Price', min: 0, max: 1e6, unit: '' },
  clearMm: { label: 'Clear', min: 0, max: 1000, unit: 'mm' },
} as const satisfies NumberFields;

export const ATTACHMENT_FIELDS = {
  diameterMm: { label: 'Stud', min: 3, max: 20, unit: 'mm' },
  palmWidthMaxMm: { label: 'Palm', min: 4, max: 100, unit: 'mm' },
  minMm2: { label: 'Smallest', min: 0.1, max: 240, unit: 'mm²' },
  maxMm2: { label: 'Largest', min: 0.1, max: 240, unit: 'mm²' },
} as const satisfies NumberFields;
