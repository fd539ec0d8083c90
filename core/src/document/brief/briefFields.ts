import type { NumberFields } from '../fields.ts';

export const BRIEF_FIELDS = {
  quantity: { label: 'Boards of the same', min: 1, max: 99, unit: '', integer: true },
  growthShare: { label: 'Make ready for', min: 0, max: 4, unit: '' },
  budget: { label: 'Budget', min: 0, max: 1e7, unit: '' },
  ambientC: { label: 'Ambient where the cables lie', min: -30, max: 60, unit: '°C' },
  inletA: { label: 'Mains inlet', min: 1, max: 125, unit: 'A' },
} as const satisfies NumberFields;

export const OPENING_FIELDS = {
  widthMm: { label: 'Opening, width', min: 1, max: 5000, unit: 'mm' },
  heightMm: { label: 'Opening, height', min: 1, max: 5000, unit: 'mm' },
  depthMm: { label: 'Opening, depth', min: 1, max: 5000, unit: 'mm' },
} as const satisfies NumberFields;
