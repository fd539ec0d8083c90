import type { PowerPlan } from './power.ts';

/**
 * A power sheet before anything is said: no source is assumed.
 * @example
 * newPowerPlan().sun; // null
 */
export const newPowerPlan = (plan: Partial<PowerPlan> = {}): PowerPlan => ({
  site: {
    latitudeDeg: null,
    coldestMonthC: 0,
    warmestMonthC: 18,
    winterCloudShare: 0.75,
    summerCloudShare: 0.5,
    bankPlace: 'heated',
  },
  sun: null,
  alternator: null,
  mains: null,
  generator: null,
  usableShare: { mode: 'auto' },
  ageingReserveShare: 0.2,
  inverterAlwaysOn: false,
  loadGroups: [],
  ...plan,
});
