import type { LoadDemand } from '../../document/item/item.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { loadCurrent } from '../../formulas/demand.ts';
import type { Current } from '../elementKind.ts';

/**
 * Current of a load row while it is on, at the nominal system voltage.
 * @param address of the figure, where it is worked out
 */
export function ratedCurrent(
  load: Pick<LoadDemand, 'rating'> | null,
  systemVoltageV: number,
  address: string,
): Current {
  if (!load) return { designCurrentA: 0, origin: given('no load is said') };
  if (load.rating.kind === 'amps') return { designCurrentA: load.rating.currentA, origin: given('load list') };
  const designCurrentA = use(loadCurrent, { powerW: load.rating.powerW, voltageV: systemVoltageV }, address, {
    powerW: given('load list'),
    voltageV: given('brief'),
  });
  return { designCurrentA, origin: figure(address) };
}
