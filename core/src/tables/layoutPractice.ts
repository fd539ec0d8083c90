import type { PanelMaterial } from '../document/panel/panel.ts';

/** Densities of what boards are cut from, kg/m³; from memory: birch plywood 680, polypropylene 910, ABS 1050. */
export const PANEL_DENSITY: Readonly<Record<PanelMaterial, number>> = { plywood: 680, plastic: 910, absPanel: 1050 };
export const PANEL_DENSITY_SOURCE =
  'usual densities, from memory: birch plywood 680, polypropylene 910, ABS 1050 kg/m³';

/** How far mains and d.c. lie apart where nothing parts them, mm. Common practice, no source; local rules come first. */
export const APART_MM = { mains: 50, signal: 20 } as const;

/** Between the rims of two holes, and from a rim to the edge: at least this many times the larger diameter, mm at least. */
export const HOLE_GAP = { factor: 1, minMm: 8 } as const;
export const HOLE_GAP_SOURCE = 'as much wood between two holes as the larger is wide (common practice, no source)';

/** One person lifts this much with both hands without help, kg. From memory: guidance on handling names 25 kg. */
export const LIFT_KG = 25;
export const LIFT_SOURCE = '25 kg by one person (guidance on manual handling, from memory)';

/** A screw bites this many times its own diameter of sound wood or plastic. Common practice, no source. */
export const BITE_FACTOR = 2;

/** Holding of one fixing screw in its wall, N per mm of diameter. Common practice, no source: what the wall is decides. */
export const FIXING_N_PER_MM = 60;

/** Clip or tie spacing along a fixed cable by its outer diameter, mm. Common practice, no source. */
export const CLIP_SPACING: readonly (readonly [upToDiameterMm: number, spacingMm: number])[] = [
  [5, 150],
  [9, 200],
  [14, 250],
  [20, 300],
  [Number.POSITIVE_INFINITY, 400],
];
export const CLIP_SOURCE = 'clip spacing by size (common practice, no source)';

/** A vent or a fan with less than this in front of it counts as shut, mm. Common practice, no source. */
export const DRAUGHT_MM = 40;

/** What a lining takes from the room inside a hole, mm of diameter. Common practice, no source. */
export const LINING_MM = { none: 0, grommet: 4, sleeve: 3 } as const;

/** Lengths data and remote leads are sold in, mm. Common practice, no source. */
export const STOCK_LEADS_MM: readonly number[] = [300, 600, 1000, 1800, 3000, 5000, 10000, 15000];

/**
 * How long the spanner for a stud is, mm. Common practice, no source.
 * @example
 * spannerMm(8); // 124
 */
export const spannerMm = (studMm: number): number => 60 + 8 * studMm;

/** Heat a wall of wood or plastic passes, W/(m²·K). Source: rule for plastic enclosures, from memory; painted sheet steel is 5.5. */
export const WALL_W_PER_M2K = 3.5;
export const WALL_SOURCE = 'wood or plastic, still air both sides: about 3.5 W/(m²·K) (from memory)';

/** Air most electronics are rated for, °C. Common practice, no source. */
export const ELECTRONICS_AIR_C = 50;
