import { Deriving, deriveStages } from '../derive.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Catalogue, Part } from '../document/part/part.ts';
import type { Workshop } from '../document/workshop/workshop.ts';
import type { Profile } from '../profiles/profile.ts';
import { designCurrents } from '../stages/heat/designCurrents.ts';
import { type Currents, heatOf, type PanelHeat } from '../stages/heat/heat.ts';
import { type ScenarioResult, solveScenarios } from './scenarios.ts';

/** Where the heat goes in one state of the board. */
export interface HeatIn {
  id: string;
  title: string;
  says: string;
  panels: PanelHeat[];
}

/** How hard a part's converters work in a scenario, 0 to 1: by what flows into or out of them. */
function workOf(part: Part, flows: readonly ScenarioResult['flows'][number][]): number {
  let [takesW, givesA] = [0, 0];
  for (const e of part.elements) {
    if (e.kind === 'inverter') takesW += e.acPowerW / e.efficiencyShare;
    if (e.kind === 'charger' || e.kind === 'mainsCharger') givesA += e.outputA;
  }
  const shares = flows
    .filter((f) => !f.key.endsWith('/input'))
    .map((f) => (takesW > 0 ? (f.currentA * f.voltageV) / takesW : givesA > 0 ? f.currentA / givesA : 0));
  return Math.min(1, Math.max(0, ...shares));
}

const currentsOf = (scenario: ScenarioResult, partOf: ReadonlyMap<Id, Part>): Currents => ({
  wireA: new Map(scenario.wireA.map((w) => [w.connectionId, w.currentA])),
  branchA: new Map(scenario.elementA.map((e) => [e.key, e.currentA])),
  work: (itemId) => {
    const part = partOf.get(itemId);
    return part
      ? workOf(
          part,
          scenario.flows.filter((f) => f.itemId === itemId),
        )
      : 0;
  },
});

/**
 * Where the heat goes, and how warm the air gets under lids: everything at full work first, as cables are sized for, then
 * in each scenario of the board.
 * @example
 * heatStudy(board, catalogue, profile, workshop).map((h) => h.id); // ['full', 'everything', 'loads', 'cold']
 */
export function heatStudy(board: Board, catalogue: Catalogue, profile: Profile, workshop: Workshop): HeatIn[] {
  const deriving = new Deriving();
  const stages = deriveStages(board, catalogue, profile, workshop, deriving);
  const { netlist, parts, sizing, runs } = stages;
  const ohm = stages.branchOhm(true);
  const input = {
    panels: board.panels,
    items: board.items,
    parts,
    netlist,
    conductanceS: Float64Array.from(netlist.branches, (b, i) => 1 / ohm(b, i)),
    runs,
    cableOf: new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.id] as const))),
    ambientC: board.brief.ambientC,
    systemVoltageV: board.brief.systemVoltageV,
  };
  const partOf = new Map(board.items.flatMap((i) => (parts.has(i.partId) ? [[i.id, parts.get(i.partId)!]] : [])));
  return [
    {
      id: 'full',
      title: 'Everything at full work',
      says: 'every load on, every converter at its rating: what cables under a lid are sized for',
      panels: heatOf(input, designCurrents(sizing)),
    },
    ...solveScenarios(board, catalogue, profile, workshop, undefined, deriving).map((s) => ({
      id: s.id,
      title: s.title,
      says: s.says,
      panels: heatOf(input, currentsOf(s, partOf)),
    })),
  ];
}
