import type { Current, Draw } from '../../devices/elementKind.ts';
import { chargingOf, elementKindOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { ElectricalBrief } from '../../document/brief/brief.ts';
import type { ElectricLoad } from '../../document/item/item.ts';
import type { LoadGroup } from '../../document/power/power.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { converterInputCurrent } from '../../formulas/demand.ts';
import { solarDesignCurrent } from '../../formulas/solar.ts';
import type { ChargerPort, Netlist, Port, SolarPort, SourcePort } from '../netlist/netlist.ts';
import { emfV, feedingOf, type Potentials, SAME_SIDE_V } from '../netlist/potentials.ts';

/**
 * One current that flows round through the network: a consumer fed by its island's stiff sources, a charger charging
 * them, or a solar module into its controller.
 */
export interface Flow extends Draw {
  key: string;
  itemId: Id;
  way: 'discharge' | 'charge' | 'solar';
  /**
   * The group it takes turns with, of loads or of the inputs of one case: of these one is on at a time; null where it may
   * be on with everything.
   */
  turnsIn: Id | null;
  /** Current is taken out at `sink` and, for solar, put in at `supply`; stiff sources close the loop otherwise. */
  sink: Port;
  /** A solar string as a whole: the plus of its top module, the minus of its bottom one. */
  supply: Port | null;
  /** The modules of that string, each putting the current in. */
  modules: readonly SolarPort[];
}

/** Where a flow goes round, however strong it is. */
export type FlowWay = Pick<Flow, 'key' | 'way' | 'sink' | 'supply' | 'modules'>;

export interface Demand {
  flows: Flow[];
  /** Consumers with no way to a source on one or both poles. */
  unfed: { itemId: Id; key: string; plusFed: boolean; minusFed: boolean; reversed: boolean }[];
}

/** Address of a flow's design current, where it is worked out. */
const currentAddress = (flowKey: string): string => `flow/${flowKey}/currentA`;

const pole = (potentials: Potentials, port: Port) => ({
  plusV: potentials.nodeV[port.plus]!,
  minusV: potentials.nodeV[port.minus]!,
  sameIsland: potentials.islandOf[port.plus] === potentials.islandOf[port.minus],
});

/** Modules in series from a controller's plus input downwards, one list a string; a broken string ends early. */
function solarStrings(charger: ChargerPort, netlist: Netlist, potentials: Potentials): SolarPort[][] {
  const net = (node: number) => potentials.netOf[node]!;
  return netlist.solar
    .filter((m) => net(m.plus) === net(charger.input.plus))
    .map((top) => {
      const string = [top];
      while (net(string.at(-1)!.minus) !== net(charger.input.minus)) {
        const next = netlist.solar.find((m) => net(m.plus) === net(string.at(-1)!.minus) && !string.includes(m));
        if (!next) break;
        string.push(next);
      }
      return string;
    });
}

/** Where nothing feeds a converter, its input is reckoned with this. Common practice, no source. */
const UNFED_INPUT_V = 11;

/** The lowest voltage a converter is fed with, and where it is from. */
function lowestOf(sources: readonly SourcePort[]): { voltageV: number; from: string } {
  const low = sources.map((source) => ({
    voltageV: emfV(source, 'low'),
    from: source.element.kind === 'feed' ? 'lowest voltage stated for the feed' : 'battery that feeds it, low, at rest',
  }));
  return low.reduce(
    (least, own) => (own.voltageV < least.voltageV ? own : least),
    low[0] ?? {
      voltageV: UNFED_INPUT_V,
      from: `no feed connected: ${UNFED_INPUT_V} V assumed`,
    },
  );
}

/**
 * Several inputs in one case have one output with one limit: whichever feeds it, the leads behind it carry that and never
 * the sum of them, so they take turns.
 */
const sharedOutput = (itemId: Id, { togetherA }: { togetherA: number | null }, own: Current) =>
  togetherA === null
    ? { ...own, turnsIn: null }
    : {
        designCurrentA: togetherA,
        origin: given('part sheet: what all its inputs give together'),
        turnsIn: `case/${itemId}`,
      };

function chargerFlows(charger: ChargerPort, netlist: Netlist, potentials: Potentials): Flow[] {
  const { element, item } = charger;
  const address = currentAddress(`${charger.key}/input`);
  const flows: Flow[] = [];
  if (element.source === 'dcdc') {
    const lowest = lowestOf(feedingOf(potentials, potentials.netOf[charger.input.plus]!).tops);
    const designCurrentA =
      element.inputMaxA ??
      use(
        converterInputCurrent,
        {
          outputV: element.outputV,
          outputA: element.outputA,
          lowestInputV: lowest.voltageV,
          efficiencyShare: element.efficiencyShare,
        },
        address,
        {
          outputV: given('part sheet'),
          outputA: given('part sheet'),
          lowestInputV: given(lowest.from),
          efficiencyShare: given('part sheet'),
        },
      );
    flows.push({
      key: `${charger.key}/input`,
      itemId: item.id,
      way: 'discharge',
      turnsIn: null,
      designCurrentA,
      origin: element.inputMaxA === null ? figure(address) : given('part sheet: input current'),
      surgeFactor: 1,
      // Never more than its sheet says, however low its feed.
      operating:
        element.inputMaxA === null
          ? { kind: 'power', powerW: (element.outputV * element.outputA) / element.efficiencyShare }
          : { kind: 'current', currentA: element.inputMaxA },
      sink: charger.input,
      supply: null,
      modules: [],
    });
  } else {
    for (const string of solarStrings(charger, netlist, potentials)) {
      const [top, bottom] = [string[0]!, string.at(-1)!];
      const weakest = string.reduce((w, m) => (m.element.shortCircuitA > w.element.shortCircuitA ? m : w));
      const { shortCircuitA } = weakest.element;
      const designCurrentA = use(solarDesignCurrent, { shortCircuitA }, currentAddress(`${top.key}/string`), {
        shortCircuitA: given(string.length > 1 ? 'part sheet, the largest of the string' : 'part sheet'),
      });
      flows.push({
        key: `${top.key}/string`,
        itemId: top.item.id,
        way: 'solar',
        turnsIn: null,
        designCurrentA,
        origin: figure(currentAddress(`${top.key}/string`)),
        surgeFactor: 1,
        operating: { kind: 'current', currentA: shortCircuitA },
        sink: charger.input,
        supply: { ...top, minus: bottom.minus, minusRef: bottom.minusRef },
        modules: string,
      });
    }
  }
  flows.push({
    key: `${charger.key}/output`,
    itemId: item.id,
    way: 'charge',
    ...sharedOutput(item.id, element, {
      designCurrentA: element.outputA,
      origin: given('part sheet: output current'),
    }),
    surgeFactor: 1,
    operating: { kind: 'current', currentA: element.outputA },
    sink: charger.output,
    supply: null,
    modules: [],
  });
  return flows;
}

/**
 * Every current the network must carry, and who cannot be fed.
 * @param items where the loads stand: the netlist knows the wiring only
 */
export function demandOf(
  netlist: Netlist,
  potentials: Potentials,
  brief: Pick<ElectricalBrief, 'systemVoltageV'>,
  items: readonly { id: Id; load: ElectricLoad | null }[],
  loadGroups: readonly LoadGroup[] = [],
): Demand {
  const loads = new Map(items.map((i) => [i.id, i.load]));
  const taking = new Set(loadGroups.filter((g) => g.mode === 'oneAtATime').map((g) => g.id));
  const turnsIn = (itemId: Id): Id | null => {
    const groupId = loads.get(itemId)?.groupId;
    return groupId && taking.has(groupId) ? groupId : null;
  };
  const flows: Flow[] = [];
  const unfed: Demand['unfed'] = [];
  for (const port of netlist.consumers) {
    const { plusV, minusV, sameIsland } = pole(potentials, port);
    const fed = sameIsland && plusV - minusV > SAME_SIDE_V;
    if (!fed)
      unfed.push({
        itemId: port.item.id,
        key: port.key,
        plusFed: !Number.isNaN(plusV),
        minusFed: !Number.isNaN(minusV),
        reversed: sameIsland && minusV - plusV > SAME_SIDE_V,
      });
    else
      flows.push({
        ...elementKindOf(port.element).draw!(port.element, {
          load: loads.get(port.item.id) ?? null,
          systemVoltageV: brief.systemVoltageV,
          address: currentAddress(port.key),
        }),
        itemId: port.item.id,
        key: port.key,
        way: 'discharge',
        turnsIn: turnsIn(port.item.id),
        sink: port,
        supply: null,
        modules: [],
      });
  }
  for (const charger of netlist.chargers) {
    for (const flow of chargerFlows(charger, netlist, potentials)) {
      const { plusV, minusV, sameIsland } = pole(potentials, flow.sink);
      const solarReady = flow.supply
        ? potentials.netOf[flow.supply.plus] === potentials.netOf[flow.sink.plus] &&
          potentials.netOf[flow.supply.minus] === potentials.netOf[flow.sink.minus]
        : sameIsland && plusV - minusV > SAME_SIDE_V;
      if (solarReady) flows.push(flow);
      else
        unfed.push({
          itemId: flow.itemId,
          key: flow.key,
          plusFed: flow.supply ? true : !Number.isNaN(plusV),
          minusFed: flow.supply ? false : !Number.isNaN(minusV),
          reversed: sameIsland && minusV - plusV > SAME_SIDE_V,
        });
    }
  }
  for (const port of netlist.charging) {
    const { plusV, minusV, sameIsland } = pole(potentials, port);
    const charge = chargingOf(port.element).charge(port.element, currentAddress(port.key));
    if (sameIsland && plusV - minusV > SAME_SIDE_V)
      flows.push({
        key: port.key,
        itemId: port.item.id,
        way: 'charge',
        ...sharedOutput(port.item.id, 'togetherA' in port.element ? port.element : { togetherA: null }, {
          designCurrentA: charge.designCurrentA,
          origin: charge.origin,
        }),
        surgeFactor: 1,
        operating: { kind: 'current', currentA: charge.outputA },
        sink: port,
        supply: null,
        modules: [],
      });
    else
      unfed.push({
        itemId: port.item.id,
        key: port.key,
        plusFed: !Number.isNaN(plusV),
        minusFed: !Number.isNaN(minusV),
        reversed: sameIsland && minusV - plusV > SAME_SIDE_V,
      });
  }
  return { flows, unfed };
}
