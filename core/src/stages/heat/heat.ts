import type { Id } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Element, Part } from '../../document/part/part.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { airRise, converterLoss, coolingArea, coolingSides } from '../../formulas/heat.ts';
import { boxOf } from '../../solvers/polygon.ts';
import { WALL_SOURCE, WALL_W_PER_M2K } from '../../tables/layoutPractice.ts';
import { pathLengthMm } from '../lengths/geometry.ts';
import type { CableRun } from '../lengths/lengths.ts';
import type { Netlist } from '../netlist/netlist.ts';

/** What turns into heat on a panel, and what that makes of the air where a lid shuts it in. */
export interface PanelHeat {
  panelId: Id;
  /** Parts of both faces, warmest first, W. */
  parts: { itemId: Id; lossW: number }[];
  /** All cables on it, W. */
  cablesW: number;
  /** Under the lid; null where it stands open. */
  lid: ShutAir | null;
  /** In the room behind it, taken as shut in at the sides; null where there is none, or nothing gives heat there. */
  behind: ShutAir | null;
}

/** Air that heat is shut in with. */
export interface ShutAir {
  lossW: number;
  areaM2: number;
  /** Above that around the board. */
  riseK: number;
  airC: number;
}

/** Above this the simple rule says nothing any more but that it is far too warm, °C. */
const RULE_ENDS_C = 100;

/**
 * How warm shut-in air gets, in words.
 * @example
 * airWords(61.7); // '62 °C'
 */
export const airWords = (airC: number): string =>
  airC > RULE_ENDS_C ? `far above ${RULE_ENDS_C} °C` : `${Math.round(airC)} °C`;

/** What flows: of every wire, and of every branch inside a part, A. */
export interface Currents {
  wireA: ReadonlyMap<Id, number>;
  branchA: ReadonlyMap<string, number>;
  /** How hard each converter works, 0 to 1. */
  work: (itemId: Id) => number;
}

export interface HeatInput {
  panels: readonly Pick<Panel, 'id' | 'outline' | 'frontClearanceMm' | 'backClearanceMm'>[];
  items: readonly Pick<Item, 'id' | 'partId' | 'place' | 'inService'>[];
  parts: ReadonlyMap<Id, Part>;
  netlist: Pick<Netlist, 'branches'>;
  /** Of each branch, in the order of the netlist, with warm copper. */
  conductanceS: Float64Array;
  /** Which cable a connection runs in, and where that lies. */
  runs: readonly CableRun[];
  cableOf: ReadonlyMap<Id, Id>;
  ambientC: number;
  systemVoltageV: number;
}

/** What a converter gives at most, W; 0 for all that convert nothing. */
const outputW = (e: Element): number =>
  e.kind === 'inverter' ? e.acPowerW : e.kind === 'charger' || e.kind === 'mainsCharger' ? e.outputA * e.outputV : 0;

/** Heat of a part's converters, W: those that share one output are held to what it gives. */
function convertersW(part: Part, itemId: Id, systemVoltageV: number, work: number): number {
  const own = part.elements.filter((e) => outputW(e) > 0);
  const together = own.flatMap((e) => (e.kind === 'charger' && e.togetherA !== null ? [e.togetherA * e.outputV] : []));
  const sum = own.reduce((s, e) => s + outputW(e), 0);
  const held = together.length > 0 ? Math.min(1, Math.max(...together) / sum) : 1;
  return own.reduce((total, e) => {
    if (!('efficiencyShare' in e)) return total;
    const idleW = e.kind === 'inverter' ? e.idleA * systemVoltageV : 0;
    return (
      total +
      use(
        converterLoss,
        { outputW: outputW(e) * held * work, efficiencyShare: e.efficiencyShare, idleW: work > 0 ? idleW : 0 },
        () => `item/${itemId}/${e.id}/heatW`,
        () => ({
          outputW: given('part sheet: what it gives at most'),
          efficiencyShare: given('part sheet'),
          idleW: given('part sheet: idle current at the system voltage'),
        }),
      )
    );
  }, 0);
}

/**
 * Where the heat goes: of every part and of the cables on each panel, by what flows, and how warm the air gets under a lid
 * and behind a panel.
 * Losses in contacts, fuses and conductors are I²·R with warm copper; of a cable the share that lies on the panel.
 */
export function heatOf(input: HeatInput, currents: Currents): PanelHeat[] {
  const { panels, items, parts, netlist, conductanceS, runs, cableOf } = input;
  const inside = new Map<Id, number>();
  const ofCable = new Map<Id, number>();
  const add = (map: Map<Id, number>, id: Id, w: number) => map.set(id, (map.get(id) ?? 0) + w);
  netlist.branches.forEach((b, i) => {
    const siemens = conductanceS[i]!;
    if (!(siemens > 0)) return;
    const currentA = b.connectionId ? currents.wireA.get(b.connectionId) : currents.branchA.get(b.key);
    const lossW = (currentA ?? 0) ** 2 / siemens;
    if (b.itemId) add(inside, b.itemId, lossW);
    const cableId = b.connectionId && cableOf.get(b.connectionId);
    if (cableId) add(ofCable, cableId, lossW);
  });
  for (const { id, partId, inService } of items) {
    const part = parts.get(partId);
    if (part && inService) add(inside, id, convertersW(part, id, input.systemVoltageV, currents.work(id)));
  }
  return panels.map((panel): PanelHeat => {
    const here = items.filter((i) => i.place.kind === 'panel' && i.place.panelId === panel.id);
    const heat = here.map((i) => ({ item: i, lossW: inside.get(i.id) ?? 0 }));
    let cablesW = 0;
    const faceW = { front: 0, back: 0 };
    for (const run of runs) {
      const lossW = ofCable.get(run.cableId) ?? 0;
      if (lossW === 0) continue;
      const mm = run.paths.map((p) => pathLengthMm(p.points));
      const whole = mm.reduce((s, x) => s + x, 0) + run.runsMm;
      run.paths.forEach((p, i) => {
        if (p.panelId !== panel.id || whole <= 0) return;
        const w = (lossW * mm[i]!) / whole;
        cablesW += w;
        faceW[p.face] += w;
      });
    }
    for (const { item, lossW } of heat) if ('face' in item.place) faceW[item.place.face] += lossW;
    return {
      panelId: panel.id,
      parts: heat
        .filter((h) => h.lossW > 0)
        .sort((a, b) => b.lossW - a.lossW)
        .map((h) => ({ itemId: h.item.id, lossW: h.lossW })),
      cablesW,
      lid: lidOf(panel, faceW.front, input.ambientC),
      behind: behindOf(panel, faceW.back, input.ambientC),
    };
  });
}

const sizeOf = ({ outline }: HeatInput['panels'][number], depthMm: number) => {
  const box = boxOf(outline);
  return {
    widthM: (box.rightMm - box.leftMm) / 1000,
    heightM: (box.bottomMm - box.topMm) / 1000,
    depthM: depthMm / 1000,
  };
};
const DRAWN = { widthM: given('panel as drawn'), heightM: given('panel as drawn') };

function shutIn(at: string, lossW: number, areaM2: number, ambientC: number, where: string): ShutAir {
  const riseK = use(airRise, { lossW, wPerM2K: WALL_W_PER_M2K, areaM2 }, `${at}/riseK`, {
    lossW: given(`parts, fuses, contacts and cables ${where}, everything at full work`),
    wPerM2K: given(WALL_SOURCE),
    areaM2: figure(`${at}/coolingM2`),
  });
  return { lossW, areaM2, riseK, airC: ambientC + riseK };
}

function lidOf(panel: HeatInput['panels'][number], lossW: number, ambientC: number): ShutAir | null {
  if (panel.frontClearanceMm === null) return null;
  const at = `panel/${panel.id}`;
  const areaM2 = use(coolingArea, sizeOf(panel, panel.frontClearanceMm), `${at}/coolingM2`, {
    ...DRAWN,
    depthM: given('room under the lid, as entered'),
  });
  return shutIn(at, lossW, areaM2, ambientC, 'under the lid');
}

function behindOf(panel: HeatInput['panels'][number], lossW: number, ambientC: number): ShutAir | null {
  if (panel.backClearanceMm <= 0 || lossW <= 0) return null;
  const at = `panel/${panel.id}/behind`;
  // Before a lid lies air that is warm itself: the panel passes nothing on then.
  const surface = panel.frontClearanceMm === null ? coolingArea : coolingSides;
  const areaM2 = use(surface, sizeOf(panel, panel.backClearanceMm), `${at}/coolingM2`, {
    ...DRAWN,
    depthM: given('room behind the panel, as entered; taken as shut in at the sides'),
  });
  return shutIn(at, lossW, areaM2, ambientC, 'behind the panel');
}
