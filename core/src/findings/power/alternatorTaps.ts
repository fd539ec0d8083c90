import { whoCounts } from '../../document/connection/counts.ts';
import type { AlternatorSource } from '../../document/power/power.ts';
import { rows } from '../../engine/fact.ts';
import { stage } from '../../engine/stage.ts';
import { powerOf } from '../../stages/inputs.ts';
import { connections, flows } from '../../stages/stages.ts';
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
  { elements, connections, flows: rows(flows, ['itemId', 'way', 'designCurrentA']), power: powerOf(['alternator']) },
  ({ elements, connections, flows, power: { alternator } }): readonly AlternatorTap[] =>
    alternator === null
      ? []
      : elements
          .of('charger')
          .filter((c) => c.element.source === 'dcdc' && whoCounts(connections)(c.item.id))
          .map(({ item, element }) => ({
            item,
            // What its line is sized by, once it is wired: one current a device.
            inputA:
              flows.find((f) => f.itemId === item.id && f.way === 'discharge')?.designCurrentA ??
              element.inputMaxA ??
              (element.outputV * element.outputA) / (LOWEST_TAP_V * element.efficiencyShare),
            limitA: Math.min(alternator.maxA, alternator.ratedA * alternator.shareMax),
            alternator,
          })),
);
