import { given, use } from '../../engine/formula.ts';
import { alternatorCurrent } from '../../formulas/demand.ts';
import { emfV, nominalEmfV } from '../netlist/potentials.ts';
import type { Transfer } from '../states/workPlan.ts';
import type { SizingState } from './state.ts';

/** What an alternator holds while it charges hard, for a system of 12 V. Common practice, no source. */
const CHARGING_PER_12V = 14.4;
/** Where nobody says what the alternator gives, only the loop bounds it. */
const UNBOUNDED_A = 10_000;

/**
 * Current of an alternator into the bank a contact joins it to, A.
 * @param outsideOhm seen from its battery's terminals, with that battery out
 * @param address of the figure; null while sizes still grow
 */
export function transferFigure(
  { input }: Pick<SizingState, 'input'>,
  { port, banks }: Transfer,
  outsideOhm: number,
  address: (() => string) | null,
): number {
  const { alternator } = input;
  const chargingV = alternator?.chargingV ?? (CHARGING_PER_12V * nominalEmfV(port)) / 12;
  const lowV = Math.min(...banks.map((b) => emfV(b, 'low')));
  const inputs = {
    ratedA: alternator?.ratedA ?? UNBOUNDED_A,
    gapV: Math.max(0, chargingV - lowV),
    loopOhm: outsideOhm + port.element.resistanceOhm,
  };
  if (!address) return alternatorCurrent.compute(inputs);
  return use(alternatorCurrent, inputs, address, () => ({
    ratedA: given(alternator ? 'power sheet: nameplate' : 'not stated in the power sheet: only the loop bounds it'),
    gapV: given(
      `${alternator ? 'power sheet' : `${CHARGING_PER_12V} V per 12 V, common practice`} over the bank low at rest`,
    ),
    loopOhm: given('solved network, hot copper, with the resistance of the tap'),
  }));
}
