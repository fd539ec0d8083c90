import type { CostRollUp } from '@ombrik/core/stock/costRollUp';

/** Costs of a job at a revision, planned and actual. */
export interface JobCosts extends CostRollUp {
  revision: number;
  released: boolean;
  currency: string;
}
