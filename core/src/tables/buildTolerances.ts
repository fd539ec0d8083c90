/**
 * How far the parts of a sound board lie from what their sheets say, as factors of it from … to, every place in between
 * as likely as another. Common practice, no source; conductors: IEC 60228 gives the largest resistance of a size at
 * 20 °C, makers stay a little under it (from memory).
 */
export const BUILD_TOLERANCES = {
  copper: [0.94, 1.02],
  joint: [0.3, 2],
  fuse: [0.75, 1.25],
  part: [0.5, 1.5],
  load: [0.96, 1.04],
} as const;

/** The room a board is tested in, and a conductor in it once it has carried its load for some minutes. Common practice, no source. */
export const TEST_AMBIENT_C = 20;
export const TEST_WARM_C = 45;

/** Cells of a pack in series per 12 V of it, and what one of them may be off on a display: 17 mV was seen. Common practice, no source. */
export const CELLS_PER_12V = { lifepo4: 4, agm: 6, vented: 6 } as const;
export const CELL_ROUNDING_V = 0.017;
/** Cells of a sound pack at rest lie no further apart than this. Common practice, no source. */
export const CELL_SPREAD_V = 0.05;

/** From this current on a joint of a few milliohms gets warm: its lead is proved by current, not by an ohmmeter. Common practice, no source. */
export const PROVED_BY_CURRENT_A = 10;
/** What a bench supply sends through a lead to prove it. Common practice, no source. */
export const SENT_A = 10;

/** A joint may stand this much over the air round it after a quarter of an hour of full load, K. Common practice, no source. */
export const JOINT_RISE_K = 30;

/** Insulation of extra-low voltage circuits: tested at 250 V, half a megohm at least. Source: IEC 60364-6, table 6A (from memory). */
export const INSULATION = { testV: 250, leastOhm: 5e5 } as const;
