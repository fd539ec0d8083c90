import type { NumberFields } from '../fields.ts';

export const PANEL_FIELDS = {
  thicknessMm: { label: 'Thickness', min: 1, max: 100, unit: 'mm' },
  backClearanceMm: { label: 'Room behind', min: 0, max: 2000, unit: 'mm' },
  frontClearanceMm: { label: 'Room under the lid', min: 1, max: 5000, unit: 'mm' },
  partScrewMm: { label: 'Screws for parts', min: 3, max: 200, unit: 'mm' },
} as const satisfies NumberFields;

export const FIXING_FIELDS = {
  screwDiameterMm: { label: 'Screw', min: 2, max: 20, unit: 'mm' },
} as const satisfies NumberFields;
export const HOLE_FIELDS = {
  diameterMm: { label: 'Hole', min: 2, max: 200, unit: 'mm' },
} as const satisfies NumberFields;
export const KEEP_OUT_FIELDS = {
  freeMm: { label: 'Free height', min: 0, max: 2000, unit: 'mm' },
  radiusMm: { label: 'Radius', min: 1, max: 5000, unit: 'mm' },
  fromDeg: { label: 'From', min: -360, max: 720, unit: '°' },
  toDeg: { label: 'To', min: -360, max: 720, unit: '°' },
} as const satisfies NumberFields;
export const CHANNEL_FIELDS = {
  widthMm: { label: 'Width', min: 10, max: 500, unit: 'mm' },
} as const satisfies NumberFields;
/** A place on the panel, mm. */
export const POINT_FIELD = { label: 'Place', min: -5000, max: 5000, unit: 'mm' } as const;
