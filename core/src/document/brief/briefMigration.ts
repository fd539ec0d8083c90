import type { Migration } from '../migration.ts';
import { newBrief } from './newBrief.ts';

/**
 * Version 2: use, kind of job, monitoring, growth, budget, opening and questions come in. Version 5: the mains of the
 * place, by the school its rules are of. Version 7: what leaves the shop, and how many of it.
 */
export const briefMigration: Migration = {
  2: (brief) => {
    const { use, jobKind, monitoring, growthShare, budget, opening, questions } = newBrief();
    return { use, jobKind, monitoring, growthShare, budget, opening, questions, ...brief };
  },
  7: (brief) => ({ delivered: 'board', quantity: 1, ...brief }),
  5: (brief) =>
    brief.profileId === 'fixed-nec' || brief.profileId === 'craft-abyc'
      ? { mainsVoltageV: 120, inletA: 30, ...brief }
      : { mainsVoltageV: 230, inletA: 16, ...brief },
};
