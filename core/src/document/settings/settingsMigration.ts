import type { Migration } from '../migration.ts';

/** Version 2: own rules. Version 3: what a lost battery does. Version 5: what drops are judged beside. */
export const settingsMigration: Migration = {
  2: (settings) => ({ ownRulesId: '', ...settings }),
  3: (settings) => ({ lostBattery: 'carries', ...settings }),
  5: (settings) => ({ dropsBeside: 'steadyLoads', ...settings }),
};
