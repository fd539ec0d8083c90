import type { Brief, Id } from '../../board/board.ts';
import {
  autonomy,
  converterInputCurrent,
  dailyCharge,
  inverterCurrent,
  loadCurrent,
  wantedBank,
} from '../../rules/formulas/demandRules.ts';
import { solarDesignCurrent } from '../../rules/formulas/solarRules.ts';
import { figure, given, use } from '../../rules/rule.ts';
import type { Workshop } from '../../rules/workshop.ts';
import type { ChargerPort, ConsumerPort, Netlist, Port } from '../netlist/netlist.ts';
import type { Potentials } from '../netlist/potentials.ts';

/**
 * One current that flows round through the network: a consumer fed by its island's stiff sources, a charger charging
 * them, or a solar module into its controller.
 */
export interface Flow {
  key: string;
  itemId: Id;
  way: 'discharge' | 'charge' | 'solar';
  designCurrentA: number;
  /** What it does on the bench: constant power, constant current, or a fixed resistance. */
  operating:
    | { kind: 'power'; powerW: number }
    | { kind: 'current'; currentA: number }
    | { kind: 'resistance'; ohm: number };
  /** Current is taken out at `sink` and, for solar, put in at `supply`; stiff sources close the loop otherwise. */
  sink: Port;
  supply: Port | null;
}

export interface EnergyRow {
  itemId: Id;
  currentA: number;
  dailyAh: number;
}
export interface Energy {
  rows: EnergyRow[];
  dailyAh: number;
  essentialAh: number;
  bankAh: number;
  usableShare: number;
  autonomyDays: number | null;
  wantedBankAh: number;
}
export interface Demand {
  flows: Flow[];
  /** Consumers with no way to a source on one or both poles. */
  unfed: { itemId: Id; key: string; plusFed: boolean; minusFed: boolean; reversed: boolean }[];
  energy: Energy;
}

/** Current of a load row while it is on, A, at the nominal system voltage. */
export function ratedCurrentA(item: Port['item'], systemVoltageV: number): number {
  if (!item.load) return 0;
  const address = `item/${item.id}/designCurrentA`;
  if (item.load.rating.kind === 'amps') return item.load.rating.currentA;
  return use(loadCurrent, { powerW: item.load.rating.powerW, voltageV: systemVoltageV }, address, {
    powerW: given('load list'),
    voltageV: given('brief'),
  });
}

const pole = (potentials: Potentials, port: Port) => ({
  plusV: potentials.nodeV[port.plus]!,
  minusV: potentials.nodeV[port.minus]!,
  sameIsland: potentials.islandOf[port.plus] === potentials.islandOf[port.minus],
});

function consumerFlow(port: ConsumerPort, systemVoltageV: number): Omit<Flow, 'key' | 'sink' | 'supply' | 'way'> {
  const { element, item } = port;
  const address = `item/${item.id}/designCurrentA`;
  if (element.kind === 'inverter') {
    const designCurrentA = use(
      inverterCurrent,
      { acPowerW: element.acPowerW, cutoffV: element.cutoffV, efficiencyShare: element.efficiencyShare },
      address,
      { acPowerW: given('part sheet'), cutoffV: given('part sheet'), efficiencyShare: given('part sheet') },
    );
    return {
      itemId: item.id,
      designCurrentA,
      operating: { kind: 'power', powerW: element.acPowerW / element.efficiencyShare },
    };
  }
  if (element.kind === 'coil')
    return {
      itemId: item.id,
      designCurrentA: systemVoltageV / element.resistanceOhm,
      operating: { kind: 'resistance', ohm: element.resistanceOhm },
    };
  const designCurrentA = ratedCurrentA(item, systemVoltageV);
  const rating = item.load?.rating;
  return {
    itemId: item.id,
    designCurrentA,
    operating:
      rating?.kind === 'watts'
        ? { kind: 'power', powerW: rating.powerW }
        : { kind: 'current', currentA: rating?.currentA ?? 0 },
  };
}

function chargerFlows(charger: ChargerPort, netlist: Netlist, potentials: Potentials): Flow[] {
  const { element, item } = charger;
  const address = `item/${item.id}/inputCurrentA`;
  const inputIsland = potentials.islandOf[charger.input.plus];
  const flows: Flow[] = [];
  if (element.source === 'dcdc') {
    const feed = netlist.sources.find((s) => potentials.islandOf[s.plus] === inputIsland);
    const lowestInputV = feed?.item.feed?.lowestVoltageV ?? 11;
    const designCurrentA =
      element.inputMaxA ??
      use(
        converterInputCurrent,
        {
          outputV: element.outputV,
          outputA: element.outputA,
          lowestInputV,
          efficiencyShare: element.efficiencyShare,
        },
        address,
        {
          outputV: given('part sheet'),
          outputA: given('part sheet'),
          lowestInputV: given(feed ? 'lowest voltage stated for the feed' : 'no feed connected: 11 V assumed'),
          efficiencyShare: given('part sheet'),
        },
      );
    flows.push({
      key: `${charger.key}/input`,
      itemId: item.id,
      way: 'discharge',
      designCurrentA,
      operating: { kind: 'power', powerW: (element.outputV * element.outputA) / element.efficiencyShare },
      sink: charger.input,
      supply: null,
    });
  } else {
    for (const module of netlist.solar) {
      if (potentials.islandOf[module.plus] !== inputIsland) continue;
      const designCurrentA = use(
        solarDesignCurrent,
        { shortCircuitA: module.element.shortCircuitA },
        `item/${module.item.id}/designCurrentA`,
        { shortCircuitA: given('part sheet') },
      );
      flows.push({
        key: `${module.key}/string`,
        itemId: module.item.id,
        way: 'solar',
        designCurrentA,
        operating: { kind: 'current', currentA: module.element.shortCircuitA },
        sink: charger.input,
        supply: module,
      });
    }
  }
  flows.push({
    key: `${charger.key}/output`,
    itemId: item.id,
    way: 'charge',
    designCurrentA: element.outputA,
    operating: { kind: 'current', currentA: element.outputA },
    sink: charger.output,
    supply: null,
  });
  return flows;
}

/** Daily energy of the load list and what it asks of the bank. */
export function energyOf(
  items: readonly Port['item'][],
  batteries: Netlist['sources'],
  brief: Brief,
  days: number,
  workshop: Workshop,
): Energy {
  const rows: EnergyRow[] = [];
  for (const item of items) {
    if (!item.load) continue;
    const currentA = ratedCurrentA(item, brief.systemVoltageV);
    const dailyAh = use(
      dailyCharge,
      { currentA, hoursPerDay: item.load.hoursPerDay, dutyShare: item.load.dutyShare },
      `item/${item.id}/dailyAh`,
      {
        currentA: item.load.rating.kind === 'watts' ? figure(`item/${item.id}/designCurrentA`) : given('load list'),
        hoursPerDay: given('load list'),
        dutyShare: given('load list'),
      },
    );
    rows.push({ itemId: item.id, currentA, dailyAh });
  }
  const dailyAh = rows.reduce((s, r) => s + r.dailyAh, 0);
  const essential = new Set(items.filter((i) => i.load?.essential).map((i) => i.id));
  const cells = batteries.filter((s) => s.element.kind === 'battery');
  const wattHours = cells.reduce(
    (s, b) => s + (b.element.kind === 'battery' ? b.element.capacityAh * b.element.nominalV : 0),
    0,
  );
  const bankAh = wattHours / brief.systemVoltageV;
  const usableShare = workshop.usableShare[brief.chemistry];
  const origins = {
    bankAh: given('batteries on the board'),
    usableShare: given(workshop.usableShareSource),
    dailyAh: given('sum of the load list'),
  };
  return {
    rows,
    dailyAh,
    essentialAh: rows.filter((r) => essential.has(r.itemId)).reduce((s, r) => s + r.dailyAh, 0),
    bankAh,
    usableShare,
    autonomyDays:
      dailyAh > 0 && bankAh > 0 ? use(autonomy, { bankAh, usableShare, dailyAh }, 'job/autonomyDays', origins) : null,
    wantedBankAh: use(wantedBank, { dailyAh, days, usableShare }, 'job/wantedBankAh', {
      dailyAh: given('sum of the load list'),
      days: given('days wanted, board setting'),
      usableShare: given(workshop.usableShareSource),
    }),
  };
}

/** Every current the network must carry, and who cannot be fed. */
export function demandOf(netlist: Netlist, potentials: Potentials, brief: Brief): Omit<Demand, 'energy'> {
  const flows: Flow[] = [];
  const unfed: Demand['unfed'] = [];
  for (const port of netlist.consumers) {
    const { plusV, minusV, sameIsland } = pole(potentials, port);
    const fed = sameIsland && plusV - minusV > 0.5;
    if (!fed)
      unfed.push({
        itemId: port.item.id,
        key: port.key,
        plusFed: !Number.isNaN(plusV),
        minusFed: !Number.isNaN(minusV),
        reversed: sameIsland && minusV - plusV > 0.5,
      });
    else
      flows.push({
        ...consumerFlow(port, brief.systemVoltageV),
        key: port.key,
        way: 'discharge',
        sink: port,
        supply: null,
      });
  }
  for (const charger of netlist.chargers) {
    for (const flow of chargerFlows(charger, netlist, potentials)) {
      const { plusV, minusV, sameIsland } = pole(potentials, flow.sink);
      const solarReady = flow.supply
        ? potentials.islandOf[flow.supply.plus] === potentials.islandOf[flow.sink.plus] &&
          potentials.islandOf[flow.supply.minus] === potentials.islandOf[flow.sink.minus]
        : sameIsland && plusV - minusV > 0.5;
      if (solarReady) flows.push(flow);
      else
        unfed.push({
          itemId: flow.itemId,
          key: flow.key,
          plusFed: flow.supply ? true : !Number.isNaN(plusV),
          minusFed: flow.supply ? false : !Number.isNaN(minusV),
          reversed: sameIsland && minusV - plusV > 0.5,
        });
    }
  }
  return { flows, unfed };
}
