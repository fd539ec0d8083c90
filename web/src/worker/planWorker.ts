import { planShop, type ShopLoad } from '@ombrik/core/shop/planShop';
import { promise } from '@ombrik/core/shop/promise';
import { expose } from 'comlink';

/** Plans of the shop off the main thread. */
export const planner = {
  plan: (load: ShopLoad) => planShop(load),
  promise: (load: ShopLoad, jobId: string, day: string) => promise(load, jobId, day),
};
export type ShopPlanner = typeof planner;
expose(planner);
