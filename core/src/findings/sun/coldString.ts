import type { ElementOf } from '../../devices/elementKind.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import { stage } from '../../engine/stage.ts';
import { coldStringV } from '../../formulas/faults.ts';
import type { Flow } from '../../stages/demand/demand.ts';
import { powerOf } from '../../stages/inputs.ts';
import { flows, parts } from '../../stages/stages.ts';
import type { Limit } from '../finding.ts';

export const COLD_LIMITS = {
  perK: {
    value: 0.003,
    unit: '1/K',
    what: 'voltage a crystalline module gains per kelvin of cold',
    source: 'crystalline silicon (common practice, no source)',
  },
  dayBelowMonthK: {
    value: 12,
    unit: 'K',
    what: 'how far the coldest day lies under the mean of the coldest month',
    source: 'common practice, no source',
  },
} as const satisfies Record<string, Limit>;

/** A string of modules on the coldest day. */
export interface ColdString {
  flow: Flow;
  /** The input it works into; a case may hold several. */
  charger: ElementOf<'charger'>;
  modules: number;
  sumV: number;
  coldV: number;
  coldC: number;
}

/** The input a string works into. */
export const controllerOf = (
  { sink }: Pick<Flow, 'sink'>,
  parts: ReadonlyMap<Id, Part>,
): ElementOf<'charger'> | null => {
  for (const e of parts.get(sink.item.partId)?.elements ?? [])
    if (e.kind === 'charger' && e.source === 'solar' && e.inPlus === sink.plusRef.terminalId) return e;
  return null;
};

/** Solar strings that reach a controller, with their open-circuit voltage in the cold. */
export const coldStrings = stage(
  'coldStrings',
  { flows, parts, power: powerOf(['site']) },
  ({ flows, parts, power }): readonly ColdString[] => {
    const coldC = power.site.coldestMonthC - COLD_LIMITS.dayBelowMonthK.value;
    return flows.flatMap((flow) => {
      if (flow.way !== 'solar') return [];
      const modules = flow.modules.flatMap((m) => {
        const element = parts.get(m.item.partId)?.elements.find((e) => e.kind === 'solarSource');
        return element?.kind === 'solarSource' ? [element] : [];
      });
      const charger = controllerOf(flow, parts);
      if (!charger || modules.length === 0) return [];
      const sumV = modules.reduce((s, m) => s + m.openCircuitV, 0);
      const coldV = coldStringV.compute({ sumV, perK: COLD_LIMITS.perK.value, coldC });
      return [{ flow, charger, modules: modules.length, sumV, coldV, coldC }];
    });
  },
);
