import type { Brief } from './brief.ts';

/**
 * An order before anything is said.
 * @example
 * newBrief({ systemVoltageV: 24 }).systemVoltageV; // 24
 */
export const newBrief = (brief: Partial<Brief> = {}): Brief => ({
  jobName: 'New job',
  customer: '',
  place: '',
  use: '',
  jobKind: 'new',
  delivered: 'board',
  quantity: 1,
  monitoring: 'monitored',
  growthShare: 0,
  budget: null,
  opening: null,
  questions: [],
  systemVoltageV: 12,
  chemistry: 'lifepo4',
  ambientC: 30,
  mainsVoltageV: 230,
  inletA: 16,
  profileId: 'craft-iso',
  notes: '',
  ...brief,
});
