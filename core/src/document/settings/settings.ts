export type FeederSchool = 'summedLoads' | 'summedFuses';

/** Schools of practice and allowances of this board; every one has a default in newBoard. */
export interface BoardSettings {
  feederSchool: FeederSchool;
  /** One battery of a parallel bank lost: the others' leads and fuses carry everything, or may trip. */
  lostBattery: 'carries' | 'trips';
  /** What a load's drop is judged beside: the other d.c. loads, or these, inverters and loads that run for seconds too. */
  dropsBeside: 'steadyLoads' | 'everything';
  /** Share of the routed length added as slack. */
  routeSlackShare: number;
  /** Added at each end for dressing into the terminal. */
  endSlackMm: number;
  /** Days the bank should last without charge; used for the autonomy figure only. */
  autonomyDays: number;
  /** A workshop's own copy of the rule profile; empty judges by the profile itself. */
  ownRulesId: string;
}
