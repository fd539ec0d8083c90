import type { Formula } from '../engine/formula.ts';
import { allFormulas } from '../formulas/allFormulas.ts';
import { DEVICES } from './registry.ts';

/** The formulas of the trade and those of single devices, by id. */
export const everyFormula: readonly Formula[] = [...allFormulas, ...DEVICES.flatMap((d) => d.formulas)].sort((a, b) =>
  a.id < b.id ? -1 : 1,
);
