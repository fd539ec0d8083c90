import type { LoadDemand } from './item.ts';

/**
 * A load row before anything is said of it.
 * @example
 * newLoad({ essential: true }).dutyShare; // 1
 */
export const newLoad = (load: Partial<LoadDemand> = {}): LoadDemand => ({
  rating: { kind: 'watts', powerW: 10 },
  side: 'dc',
  usage: { kind: 'perDay', hoursPerDay: 1 },
  season: 'all',
  standbyW: 0,
  surgeFactor: 1,
  softStart: false,
  needsSine: false,
  groupId: null,
  dutyShare: 1,
  essential: false,
  dropClass: 'other',
  shortTime: null,
  powerFactor: 1,
  ...load,
});
