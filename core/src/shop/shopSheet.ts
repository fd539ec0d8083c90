import type { ShopLoad } from './planShop.ts';
import type { ShopJob } from './shopWork.ts';

/** The shop's load, and for each job the work it would be from its start, for enquiries like it. */
export interface ShopSheet extends ShopLoad {
  fresh: readonly ShopJob[];
}
