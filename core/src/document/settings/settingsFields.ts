import type { NumberFields } from '../fields.ts';

export const SETTINGS_FIELDS = {
  routeSlackShare: { label: 'Slack on the routed part', min: 0, max: 0.5, unit: '' },
  endSlackMm: { label: 'Dressing at each end', min: 0, max: 500, unit: 'mm' },
  autonomyDays: { label: 'Days the bank should last', min: 0.1, max: 60, unit: 'days' },
} as const satisfies NumberFields;
