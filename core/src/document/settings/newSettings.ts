import type { BoardSettings } from './settings.ts';

/**
 * The stated default of every school of practice and allowance.
 * @example
 * newSettings().feederSchool; // 'summedLoads'
 */
export const newSettings = (): BoardSettings => ({
  feederSchool: 'summedLoads',
  lostBattery: 'carries',
  dropsBeside: 'steadyLoads',
  routeSlackShare: 0.05,
  endSlackMm: 20,
  autonomyDays: 2,
  ownRulesId: '',
});
