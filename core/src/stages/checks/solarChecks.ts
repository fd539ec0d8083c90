import { coldStringV } from '../../formulas/faults.ts';
import type { Flow } from '../demand/demand.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Crystalline silicon gains about this much voltage per kelvin of cold. Common practice, no source. */
const COLD_PER_K = 0.003;
/** How far the coldest day lies under the mean of the coldest month. Common practice, no source. */
const DAY_BELOW_MONTH_K = 12;

/** Solar strings in the cold against their controller. */
export function solarChecks(context: CheckContext): Finding[] {
  const coldC = context.board.power.site.coldestMonthC - DAY_BELOW_MONTH_K;
  return context.demand.flows.flatMap((flow) => {
    if (flow.way !== 'solar') return [];
    const modules = flow.modules.flatMap((m) => {
      const element = partOf(context, m.item)?.elements.find((e) => e.kind === 'solarSource');
      return element?.kind === 'solarSource' ? [element] : [];
    });
    const controller = context.items.get(flow.sink.item.id)!;
    const charger = partOf(context, controller)?.elements.find((e) => e.kind === 'charger');
    if (charger?.kind !== 'charger' || modules.length === 0) return [];
    const sumV = modules.reduce((s, m) => s + m.openCircuitV, 0);
    const coldV = coldStringV.compute({ sumV, perK: COLD_PER_K, coldC });
    const breaks = stringBreakers(context, flow, coldV);
    if (coldV <= charger.inputMaxV + 1e-9) return breaks;
    return [
      ...breaks,
      makeFinding(
        {
          rule: 'string-too-high',
          severity: 'stop',
          station: 'circuit',
          where: { label: controller.designation, itemIds: [controller.id, ...flow.modules.map((m) => m.item.id)] },
          says: `${modules.length} modules in series reach ${coldV.toFixed(0)} V in the cold, ${controller.designation} bears ${charger.inputMaxV} V`,
          why: `${sumV.toFixed(1)} V open at 25 °C, ${Math.round(coldC)} °C on the coldest day: fewer in series, or a controller for more`,
          source: 'crystalline silicon about 0.3 %/K (common practice, no source); part sheet: input voltage',
        },
        flow.key,
      ),
    ];
  });
}

/** What stands in a string to part it must be made for its voltage on the coldest day: d.c. arcs do not go out alone. */
function stringBreakers(context: CheckContext, flow: Flow, coldV: number): Finding[] {
  const { netlist, potentials } = context;
  const islands = new Set(
    [flow.supply, flow.sink].flatMap((p) => (p ? [potentials.islandOf[p.plus], potentials.islandOf[p.minus]] : [])),
  );
  const weak = netlist.branches.flatMap((b) => {
    if (!b.itemId || (b.kind !== 'contact' && b.kind !== 'fuseSeat')) return [];
    if (!islands.has(potentials.islandOf[b.a]) || !Number.isNaN(potentials.nodeV[b.a]!)) return [];
    const item = context.items.get(b.itemId)!;
    const link = context.catalogue.fuseLinks.find((l) => l.id === context.seatOf.get(b.key)?.link.value);
    const ratedV =
      b.kind === 'fuseSeat'
        ? Math.max(0, ...(link?.interrupt.map((r) => r.upToV) ?? []))
        : Math.max(0, ...(partOf(context, item)?.systemVoltagesV ?? []));
    return ratedV > 0 && ratedV < coldV - 1e-9 ? [{ item, ratedV }] : [];
  });
  return [...new Map(weak.map((w) => [w.item.id, w])).values()].map(({ item, ratedV }) =>
    makeFinding(
      {
        rule: 'isolator-below-string',
        severity: 'stop',
        station: 'circuit',
        where: { label: item.designation, itemIds: [item.id] },
        says: `${item.designation} is made for ${ratedV} V, the string it parts reaches ${coldV.toFixed(0)} V in the cold`,
        why: 'opened under sun it draws an arc it cannot put out: two poles, rated for the cold voltage of the string',
        source: 'part sheet: rated d.c. voltage; crystalline silicon about 0.3 %/K (common practice, no source)',
      },
      item.id,
    ),
  );
}
