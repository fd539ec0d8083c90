import type { ShortTime } from '../../document/item/item.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { shortTimeCurrent } from '../../formulas/demand.ts';
import type { Current } from '../elementKind.ts';

/** Seconds of time constant for each ampere a conductor carries for good, and the least. See the formula's source. */
const S_PER_A = 1.2;
const LEAST_S = 30;

/**
 * The steady current a load that runs for seconds is sized by. A thicker conductor warms slower, so the thinnest that
 * would do is the one to reckon with: current and time constant are found together.
 * @param running its current while it runs, with where that is from
 * @param address of the figure
 */
export function steadyOf({ onS, timesPerHour }: ShortTime, running: Current, address: string): Current {
  const currentA = running.designCurrentA;
  const periodS = 3600 / timesPerHour;
  // On for as long as the whole cycle: it runs on.
  if (onS >= periodS || currentA <= 0) return running;
  let timeConstantS = LEAST_S;
  for (let round = 0; round < 60; round++) {
    const steadyA = shortTimeCurrent.compute({ currentA, onS, periodS, timeConstantS });
    timeConstantS = Math.max(LEAST_S, (timeConstantS + S_PER_A * steadyA) / 2);
  }
  return {
    designCurrentA: use(shortTimeCurrent, { currentA, onS, periodS, timeConstantS }, address, {
      currentA: running.origin,
      onS: given('load list'),
      periodS: given('load list: times an hour'),
      timeConstantS: given('of the thinnest conductor that would carry it'),
    }),
    origin: figure(address),
  };
}
