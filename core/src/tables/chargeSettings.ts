import type { Chemistry } from '../document/brief/brief.ts';

/**
 * What chargers are commonly set to, V per 12 V of bank at 25 °C, and below which temperature charging is blocked.
 * From memory, no source: the battery's own sheet comes first.
 */
export const CHARGE_SETTINGS: Readonly<
  Record<Chemistry, { absorptionV: number; floatV: number; blockedBelowC: number | null }>
> = {
  agm: { absorptionV: 14.4, floatV: 13.6, blockedBelowC: null },
  vented: { absorptionV: 14.4, floatV: 13.4, blockedBelowC: null },
  lifepo4: { absorptionV: 14.2, floatV: 13.5, blockedBelowC: 0 },
};
