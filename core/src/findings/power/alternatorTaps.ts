import { whoCounts } from '../../document/connection/counts.ts';
import type { AlternatorSource } from '../../document/power/power.ts';
import { stage } from '../../engine/stage.ts';
import { powerOf } from '../../stages/inputs.ts';
import { connections } from '../../stages/stages.ts';
import { elements } from '../views.ts';

/** Lowest voltage a starter battery's tap is taken at where the charger's sheet gives no input current. */
export const LOWEST_TAP_V = 11;

/** A DC-DC charger on the alternator the sources sheet names. */
export interface AlternatorTap {
  item: { id: string; designation: string };
  inputA: number;
  limitA: number;
  alternator: AlternatorSource;
}

/** What each charger takes of the alternator, and what the alternator may give. */
export const alternatorTaps = stage(
  'alternatorTaps',
  { elements, connections, power: powerOf(['alternator']) },
  ({ elements, connections, power: { alternator } }): readonly AlternatorTap[] =>
    alternator === null
      ? []
      : elements
          .of('charger')
          .filter((c) => c.element.source === 'dcdc' && whoCounts(connections)(c.item.id))
          .map(({ item, element }) => ({
            item,
            inputA: element.inputMaxA ?? (element.outputV * element.outputA) / (LOWEST_TAP_V * element.efficiencyShare),
            limitA: Math.min(alternator.maxA, alternator.ratedA * alternator.shareMax),
            alternator,
          })),
);
