import type { Formula } from '../engine/formula.ts';
import * as bench from './bench.ts';
import * as cable from './cables.ts';
import * as demand from './demand.ts';
import * as fault from './faults.ts';
import * as gas from './gas.ts';
import * as heat from './heat.ts';
import * as layout from './layout.ts';
import * as power from './power.ts';
import * as practice from './practice.ts';
import * as protection from './protection.ts';
import * as quote from './quote.ts';
import * as solar from './solar.ts';
import * as torque from './torque.ts';

/** Every declared formula, for the tests that evaluate their texts and for the printed method. */
export const allFormulas: readonly Formula[] = [
  demand,
  power,
  practice,
  solar,
  cable,
  protection,
  fault,
  gas,
  heat,
  layout,
  bench,
  quote,
  torque,
].flatMap((formulas) => Object.values(formulas) as Formula[]);
