import { stoppable } from '../../session/stoppable.ts';
import type { ShopPlanner } from '../../worker/planWorker.ts';

/** One thread for all plans. */
export const askPlan = stoppable<ShopPlanner>(
  () => new Worker(new URL('../../worker/planWorker.ts', import.meta.url), { type: 'module' }),
);
