import type { Migration } from '../migration.ts';

/** Version 2: own rules. Version 3: what a lost battery does. */
export const settingsMigration: Migration = {
  2: (settings) => ({ ownRulesId: '', ...settings }),
  3: (settings) => ({ lostBattery: 'carries', ...settings }),
};
