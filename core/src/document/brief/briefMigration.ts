import type { Migration } from '../migration.ts';
import { newBrief } from './newBrief.ts';

/** Version 2: use, kind of job, monitoring, growth, budget, opening and questions come in. */
export const briefMigration: Migration = {
  2: (brief) => {
    const { use, jobKind, monitoring, growthShare, budget, opening, questions } = newBrief();
    return { use, jobKind, monitoring, growthShare, budget, opening, questions, ...brief };
  },
};
