import * as bench from './formulas/benchRules.ts';
import * as cable from './formulas/cableRules.ts';
import * as demand from './formulas/demandRules.ts';
import * as fault from './formulas/faultRules.ts';
import * as layout from './formulas/layoutRules.ts';
import * as power from './formulas/powerRules.ts';
import * as protection from './formulas/protectionRules.ts';
import * as quote from './formulas/quoteRules.ts';
import * as solar from './formulas/solarRules.ts';
import type { Rule } from './rule.ts';

/** Every declared formula, for the tests that evaluate their texts and for the printed method. */
export const allRules: readonly Rule[] = [demand, power, solar, cable, protection, fault, layout, bench, quote].flatMap(
  (formulas) => Object.values(formulas) as Rule[],
);
