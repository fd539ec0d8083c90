import type { Chemistry } from '../../document/brief/brief.ts';
import { stage } from '../../engine/stage.ts';
import { briefOf } from '../../stages/inputs.ts';
import { elements } from '../views.ts';

/** The bank as a whole, by the batteries on the board. */
export interface Bank {
  items: readonly { id: string; designation: string }[];
  chemistry: Chemistry;
  /** Most it may be charged and discharged with, A: the weakest battery of each string. */
  chargeA: number;
  dischargeA: number;
}

/** Null where there is no battery. */
export const bank = stage(
  'bank',
  { elements, brief: briefOf(['systemVoltageV']) },
  ({ elements, brief: { systemVoltageV } }): Bank | null => {
    const batteries = elements.of('battery');
    if (batteries.length === 0) return null;
    const strings = batteries.reduce((s, b) => s + b.element.nominalV, 0) / systemVoltageV;
    return {
      items: batteries.map((b) => b.item),
      chemistry: batteries[0]!.element.chemistry,
      chargeA: Math.min(...batteries.map((b) => b.element.chargeLimitA)) * strings,
      dischargeA: Math.min(...batteries.map((b) => b.element.dischargeLimitA)) * strings,
    };
  },
);
